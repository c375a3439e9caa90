package evenharbor.cli;

import picocli.AutoComplete.GenerateCompletion;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command. Ends with 0 when it did what was asked, else with one of {@link Failure}'s codes. */
@Command(
        name = "even-harbor",
        mixinStandardHelpOptions = true,
        version = "even-harbor 0.1.0",
        description = "Publishes sites of a harbor from a terminal or a build server.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            Publish.class,
            Watch.class,
            Status.class,
            Open.class,
            Restore.class,
            Redirects.class,
            Export.class,
            GenerateCompletion.class
        })
public final class Main implements Runnable {

    @CommandLine.Spec
    private CommandLine.Model.CommandSpec spec;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), "Say what to do.");
    }

    /** Runs a command and ends the process with its code. */
    public static void main(String[] arguments) {
        System.exit(new CommandLine(new Main())
                .setExecutionExceptionHandler((e, command, parsed) -> {
                    if (e instanceof Failure failure) {
                        command.getErr().println(failure.getMessage());
                        return failure.code();
                    }
                    throw e;
                })
                .execute(arguments));
    }
}
