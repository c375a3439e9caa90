package evenharbor.app.who.access;

import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Secret parts of URLs at which programs read something of an account without signing in: whoever knows one may read. */
@Service
@Transactional
public class ReadingLinks {

    private final JdbcClient db;

    ReadingLinks(JdbcClient db) {
        this.db = db;
    }

    /** What is read. */
    public enum Kind {
        CALENDAR,
        FEED
    }

    /** The secret of an account; it stays until it is renewed. */
    public String of(String accountId, Kind kind) {
        db.sql("insert ignore into reading_link (account_id, kind, token) values (?, ?, ?)")
                .params(accountId, kind.name(), Ids.secret())
                .update();
        return db.sql("select token from reading_link where account_id = ? and kind = ?")
                .params(accountId, kind.name())
                .query(String.class)
                .single();
    }

    /** Puts a new secret in place of the one before, which leads nowhere from now on. */
    public String renewed(String accountId, Kind kind) {
        String token = Ids.secret();
        db.sql("replace into reading_link (account_id, kind, token) values (?, ?, ?)")
                .params(accountId, kind.name(), token)
                .update();
        return token;
    }

    /** The account that a secret belongs to; empty when there is none. */
    @Transactional(readOnly = true)
    public Optional<String> account(String token, Kind kind) {
        return db.sql("select account_id from reading_link where token = ? and kind = ?")
                .params(token, kind.name())
                .query(String.class)
                .optional();
    }
}
