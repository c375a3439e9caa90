package evenharbor.app.overview.sftp;

import evenharbor.app.common.secret.Secrets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.spec.ECGenParameterSpec;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.X509EncodedKeySpec;
import java.util.Base64;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The key that the SFTP server proves itself by, the same on all nodes: sealed in the database, made by the first. */
@Component
class HostKey {

    private static final String CURVE = "secp256r1";

    private final KeyPair pair;

    HostKey(JdbcClient db, Secrets secrets) {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
            generator.initialize(new ECGenParameterSpec(CURVE));
            db.sql("insert ignore into sftp_host_key (id, sealed) values (1, ?)")
                    .param(secrets.sealed(text(generator.generateKeyPair())))
                    .update();
            byte[] sealed = db.sql("select sealed from sftp_host_key where id = 1")
                    .query((row, n) -> row.getBytes(1))
                    .single();
            pair = read(secrets.opened(sealed));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java has no elliptic curves", e);
        }
    }

    private static String text(KeyPair pair) {
        Base64.Encoder base64 = Base64.getEncoder();
        return base64.encodeToString(pair.getPrivate().getEncoded()) + " "
                + base64.encodeToString(pair.getPublic().getEncoded());
    }

    private static KeyPair read(String text) throws GeneralSecurityException {
        String[] halves = text.split(" ");
        KeyFactory keys = KeyFactory.getInstance("EC");
        Base64.Decoder base64 = Base64.getDecoder();
        return new KeyPair(
                keys.generatePublic(new X509EncodedKeySpec(base64.decode(halves[1]))),
                keys.generatePrivate(new PKCS8EncodedKeySpec(base64.decode(halves[0]))));
    }

    KeyPair pair() {
        return pair;
    }
}
