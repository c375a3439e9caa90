package evenharbor.app.who.mail;

import evenharbor.core.who.mail.Letter;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.json.JsonMapper;

/** A letter as it is kept until it is sent. */
record KeptLetter(String to, String subject, List<KeptPart> parts, Letter.Unsubscribe unsubscribe) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private enum Kind {
        WORDS,
        LINES,
        CODE,
        LINK
    }

    record KeptPart(Kind kind, List<String> said) {}

    static String written(Letter letter) {
        return JSON.writeValueAsString(new KeptLetter(
                letter.to(),
                letter.subject(),
                letter.parts().stream().map(KeptLetter::kept).toList(),
                letter.unsubscribe().orElse(null)));
    }

    static Letter read(String written) {
        KeptLetter kept = JSON.readValue(written, KeptLetter.class);
        return new Letter(
                kept.to,
                kept.subject,
                kept.parts.stream().map(KeptLetter::part).toList(),
                Optional.ofNullable(kept.unsubscribe));
    }

    private static KeptPart kept(Letter.Part part) {
        if (part instanceof Letter.Words words) {
            return new KeptPart(Kind.WORDS, List.of(words.words()));
        }
        if (part instanceof Letter.Lines lines) {
            return new KeptPart(Kind.LINES, lines.lines());
        }
        if (part instanceof Letter.Code code) {
            return new KeptPart(Kind.CODE, List.of(code.code()));
        }
        Letter.Link link = (Letter.Link) part;
        return new KeptPart(Kind.LINK, List.of(link.words(), link.url()));
    }

    private static Letter.Part part(KeptPart kept) {
        return switch (kept.kind) {
            case WORDS -> new Letter.Words(kept.said.get(0));
            case LINES -> new Letter.Lines(kept.said);
            case CODE -> new Letter.Code(kept.said.get(0));
            case LINK -> new Letter.Link(kept.said.get(0), kept.said.get(1));
        };
    }
}
