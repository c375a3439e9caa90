package evenharbor.app.common.admin;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.WebApplicationType;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.env.Environment;
import org.springframework.dao.DataAccessException;
import picocli.CommandLine;

/**
 * Runs what whoever operates a harbor calls beside it: it reads the same settings, and is a process of its own, so that it
 * works whether the harbor runs or not. Settings are given as to the harbor itself ({@code --harbor.home=…}).
 */
public final class AdminProgram {

    private static final int FAILED = 1;
    private static final Pattern SETTING = Pattern.compile("--(harbor|spring|logging|server|management)\\..*");

    private AdminProgram() {}

    /** Carries out what was called, and ends the process with what came of it. */
    public static void main(Function<Environment, Object> commands, String... arguments) {
        List<String> quietly = new ArrayList<>(List.of("--logging.level.root=warn"));
        quietly.addAll(List.of(arguments));
        System.exit(run(commands, quietly, new PrintWriter(System.out, true, StandardCharsets.UTF_8)));
    }

    /**
     * Carries out what was called.
     *
     * @param commands makes the picocli command of the settings
     * @param out is told what came of it
     * @return what the process ends with: 0 when it was carried out whole
     */
    public static int run(Function<Environment, Object> commands, List<String> arguments, PrintWriter out) {
        Map<Boolean, List<String>> parts = arguments.stream()
                .collect(Collectors.partitioningBy(
                        argument -> SETTING.matcher(argument).matches()));
        SpringApplication reader = new SpringApplication(Settings.class);
        reader.setWebApplicationType(WebApplicationType.NONE);
        reader.setLogStartupInfo(false);
        try (ConfigurableApplicationContext context = reader.run(parts.get(true).toArray(String[]::new))) {
            CommandLine line = new CommandLine(commands.apply(context.getEnvironment()));
            line.setOut(out);
            line.setErr(out);
            line.setExecutionExceptionHandler((e, command, parsed) -> {
                out.println(words(e));
                return FAILED;
            });
            return line.execute(parts.get(false).toArray(String[]::new));
        }
    }

    private static String words(Exception e) {
        if (e instanceof AdminFailed) {
            return e.getMessage();
        }
        return e instanceof DataAccessException away
                ? "The database does not answer as it should: "
                        + away.getMostSpecificCause().getMessage()
                : "It failed: " + e;
    }

    /** Reads settings, and starts nothing. */
    static class Settings {}
}
