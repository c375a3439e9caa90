package evenharbor.app.common.web;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.core.io.ClassPathResource;

/** The examples of the API, in the order in which they work: see the file for how they are written. */
public record ApiExamples(List<Step> steps) {

    private static final String FILE = "api-examples.txt";

    /** A step of the story. */
    public sealed interface Step {}

    /** From here on someone else asks. */
    public record As(String person) implements Step {}

    /** What stands in a mail behind some words is kept. */
    public record Mail(String address, String words, String name) implements Step {}

    /** The code of an authenticator is kept. */
    public record Code(String secret, String name) implements Step {}

    /**
     * A call.
     *
     * @param path with its query; names in braces stand for what is kept of answers before
     * @param ifMatch the header of that name, if any
     * @param body JSON, or {@code @} and a kind of octets; empty for none
     * @param status the status that comes
     * @param kept JSON pointers into the answer, by name
     * @param until what the answer has to have before the story goes on
     */
    public record Call(
            String method,
            String path,
            Optional<String> ifMatch,
            String body,
            int status,
            Map<String, String> kept,
            Optional<Until> until)
            implements Step {}

    /** A value in an answer. */
    public record Until(String pointer, String value) {}

    /** Reads those that ship. */
    public static ApiExamples shipped() throws IOException {
        return read(new ClassPathResource(FILE).getContentAsString(StandardCharsets.UTF_8));
    }

    static ApiExamples read(String text) {
        List<Step> steps = new ArrayList<>();
        List<String> lines = text.lines()
                .filter(line -> !line.isBlank() && !line.startsWith("#"))
                .toList();
        for (int i = 0; i < lines.size(); i++) {
            String[] words = lines.get(i).split(" ");
            switch (words[0]) {
                case "as" -> steps.add(new As(words[1]));
                case "mail" -> steps.add(new Mail(words[1], words[2], words[3]));
                case "totp" -> steps.add(new Code(words[1], words[2]));
                case "until" -> {
                    Call call = (Call) steps.remove(steps.size() - 1);
                    steps.add(new Call(
                            call.method,
                            call.path,
                            call.ifMatch,
                            call.body,
                            call.status,
                            call.kept,
                            Optional.of(new Until(words[1], words[2]))));
                }
                default -> {
                    Optional<String> ifMatch = Optional.empty();
                    StringBuilder body = new StringBuilder();
                    while (!lines.get(++i).startsWith("->")) {
                        if (lines.get(i).startsWith("If-Match: ")) {
                            ifMatch = Optional.of(lines.get(i).substring("If-Match: ".length()));
                        } else {
                            body.append(lines.get(i));
                        }
                    }
                    String[] answer = lines.get(i).split(" ");
                    Map<String, String> kept = new LinkedHashMap<>();
                    for (int k = 2; k < answer.length; k++) {
                        String[] one = answer[k].split("=", 2);
                        kept.put(one[0], one[1]);
                    }
                    steps.add(new Call(
                            words[0],
                            words[1],
                            ifMatch,
                            body.toString(),
                            Integer.parseInt(answer[1]),
                            kept,
                            Optional.empty()));
                }
            }
        }
        return new ApiExamples(List.copyOf(steps));
    }

    /** The calls alone. */
    public List<Call> calls() {
        return steps.stream()
                .filter(Call.class::isInstance)
                .map(Call.class::cast)
                .toList();
    }
}
