package evenharbor.app.who.access;

import evenharbor.app.common.admin.AdminDatabase;
import evenharbor.app.common.admin.AdminFailed;
import evenharbor.app.common.admin.AdminProgram;
import evenharbor.core.who.mail.MailAddress;
import java.util.concurrent.Callable;
import org.springframework.core.env.Environment;
import org.springframework.jdbc.core.simple.JdbcClient;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Says who operates a harbor, from its machine: the application itself lets nobody say so of themselves. */
@Command(
        name = "even-harbor-admin operator",
        description = "Lets someone who has an account see the state of the harbor as a whole.",
        mixinStandardHelpOptions = true)
public final class OperatorCommand implements Callable<Integer> {

    private final AdminDatabase database;

    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "MAIL", description = "The mail address that they sign in with.")
    private String mail;

    @Option(names = "--no-more", description = "Takes that back.")
    private boolean noMore;

    /** That of the harbor with these settings. */
    public OperatorCommand(Environment settings) {
        this.database = AdminDatabase.of(settings);
    }

    /** The entry point. */
    public static void main(String[] arguments) {
        AdminProgram.main(OperatorCommand::new, arguments);
    }

    @Override
    public Integer call() {
        String email = MailAddress.read(mail)
                .orElseThrow(
                        () -> new AdminFailed("“" + mail + "” is no mail address. Nothing was changed. Type theirs."));
        JdbcClient db = database.client();
        boolean known = db.sql("select count(*) from person where email = ? and removed_at is null")
                        .param(email)
                        .query(Integer.class)
                        .single()
                > 0;
        if (!known) {
            throw new AdminFailed(
                    "Nobody signs in with " + email + ". Nothing was changed. Let them open an account first.");
        }
        db.sql("update person set operator = ? where email = ? and removed_at is null")
                .params(!noMore, email)
                .update();
        spec.commandLine()
                .getOut()
                .println(email
                        + (noMore
                                ? " no longer operates this harbor."
                                : " operates this harbor: State of the harbor is in the menu."));
        return 0;
    }
}
