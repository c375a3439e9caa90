package evenharbor.app.who.access;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Takes away what someone signed in with, and what they were told, once they sign in no more. */
@Component
class CredentialsGo {

    private static final List<String> OF_PERSON = List.of(
            "second_factor", "recovery_code", "mail_proof", "known_device", "notice", "notice_choice", "notice_end");

    private final JdbcClient db;
    private final Sessions sessions;

    CredentialsGo(JdbcClient db, Sessions sessions) {
        this.db = db;
        this.sessions = sessions;
    }

    @EventListener
    void gone(PersonLetGo gone) {
        sessions.endAll(gone.personId());
        OF_PERSON.forEach(table -> db.sql("delete from " + table + " where person_id = ?")
                .param(gone.personId())
                .update());
        db.sql("delete from user_credentials where user_entity_user_id = ?")
                .param(Base64.getUrlEncoder()
                        .withoutPadding()
                        .encodeToString(gone.personId().getBytes(StandardCharsets.UTF_8)))
                .update();
    }
}
