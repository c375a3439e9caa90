package evenharbor.app.harbor.audience;

import evenharbor.app.common.secret.Secrets;
import evenharbor.core.who.audience.Passes;
import java.security.SecureRandom;
import java.util.HexFormat;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The key that passes are signed by, the same on all nodes: sealed in the database, made by the first that needs it. */
@Component
public class PassKey {

    private static final int BYTES = 32;

    private final Passes passes;

    PassKey(JdbcClient db, Secrets secrets) {
        byte[] fresh = new byte[BYTES];
        new SecureRandom().nextBytes(fresh);
        db.sql("insert ignore into pass_key (id, sealed) values (1, ?)")
                .param(secrets.sealed(HexFormat.of().formatHex(fresh)))
                .update();
        byte[] sealed = db.sql("select sealed from pass_key where id = 1")
                .query((row, n) -> row.getBytes(1))
                .single();
        passes = new Passes(HexFormat.of().parseHex(secrets.opened(sealed)));
    }

    /** The passes signed by it. */
    public Passes passes() {
        return passes;
    }
}
