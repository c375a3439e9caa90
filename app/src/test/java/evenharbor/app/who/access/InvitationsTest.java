package evenharbor.app.who.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.app.fixture.TestHarbor;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;

class InvitationsTest {

    private static final Person MARTA = new Person("p-invites", "a-invites", "Marta Quill", "marta@papermoon.example");

    private final TestHarbor harbor = TestHarbor.get();
    private final JdbcClient db = harbor.bean(JdbcClient.class);

    private Invitations where(AccessProperties.SignUp signUp) {
        return new Invitations(new AccessProperties(signUp, 0), harbor.bean(CredentialEvents.class), db);
    }

    private String made(Invitations invitations) {
        return harbor.bean(TransactionTemplate.class).execute(status -> invitations.make(MARTA));
    }

    @Test
    void anInvitationOpensOneAccountAndNoMore() {
        Invitations invitations = where(AccessProperties.SignUp.INVITATION);
        String code = made(invitations);
        assertThat(db.sql("select hash from invitation").query(String.class).list())
                .as("only its hash is kept")
                .doesNotContain(code);
        assertThatThrownBy(() -> invitations.admit(null)).hasMessageContaining("by invitation");
        assertThatThrownBy(() -> invitations.admit("guessed")).hasMessageContaining("not valid or has been used");
        assertThatCode(() -> invitations.admit(" " + code + "\n")).doesNotThrowAnyException();
        assertThatThrownBy(() -> invitations.admit(code)).hasMessageContaining("has been used");
        String old = made(invitations);
        db.sql("update invitation set expires_at = '2020-01-01'").update();
        assertThatThrownBy(() -> invitations.admit(old)).hasMessageContaining("not valid");
    }

    @Test
    void whereNoneAreOpenedNoInvitationHelpsAndWhereAllMayNoneIsNeeded() {
        String code = made(where(AccessProperties.SignUp.INVITATION));
        assertThatThrownBy(() -> where(AccessProperties.SignUp.CLOSED).admit(code))
                .hasMessageContaining("No new accounts are opened");
        assertThatCode(() -> where(AccessProperties.SignUp.OPEN).admit(null)).doesNotThrowAnyException();
    }
}
