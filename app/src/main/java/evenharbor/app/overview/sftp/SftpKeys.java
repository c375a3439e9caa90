package evenharbor.app.overview.sftp;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.core.who.access.Right;
import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.PublicKey;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.sshd.common.config.keys.AuthorizedKeyEntry;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.config.keys.PublicKeyEntryResolver;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The public keys of people, by which their programs sign in to send files. */
@Service
@Transactional
class SftpKeys {

    private static final int MOST = 50;
    private static final int SHORTEST_RSA = 2048;

    private final JdbcClient db;
    private final People people;
    private final Memberships memberships;
    private final Clock clock;

    SftpKeys(JdbcClient db, People people, Memberships memberships, Clock clock) {
        this.db = db;
        this.people = people;
        this.memberships = memberships;
        this.clock = clock;
    }

    /** A key of someone's. @param lastUsedAt empty while no program signed in by it */
    record Key(
            String id,
            String personId,
            String name,
            String type,
            String fingerprint,
            Instant createdAt,
            Optional<Instant> lastUsedAt) {}

    /** Those of the current person, the newest first. */
    @Transactional(readOnly = true)
    List<Key> mine() {
        return db.sql("select * from sftp_key where person_id = ? order by created_at desc, id")
                .param(Current.person().id())
                .query(SftpKeys::read)
                .list();
    }

    /** Adds one. @param line as it stands in a public key file: {@code ssh-ed25519 AAAA… words} */
    Key add(String name, String line) {
        PublicKey key = typed(line);
        if (mine().size() >= MOST) {
            throw Problem.field("key", "There are " + MOST + " keys already. Remove one first.");
        }
        String id = Ids.id();
        String fingerprint = KeyUtils.getFingerPrint(key);
        int added = db.sql("insert ignore into sftp_key (id, person_id, name, type, fingerprint, created_at)"
                        + " values (?, ?, ?, ?, ?, ?)")
                .params(
                        id,
                        Current.person().id(),
                        name.strip(),
                        KeyUtils.getKeyType(key),
                        fingerprint,
                        DatabaseTime.of(clock.instant()))
                .update();
        if (added == 0) {
            throw Problem.field("key", "This key is in the list already: " + fingerprint + ".");
        }
        return mine().stream().filter(each -> each.id().equals(id)).findFirst().orElseThrow();
    }

    private static PublicKey typed(String line) {
        String words = line.strip();
        if (words.contains("PRIVATE KEY")) {
            throw Problem.field(
                    "key",
                    "This is a private key: keep it to yourself, and make a new pair, for it has left your machine now."
                            + " Paste the public one, from the file that ends in .pub.");
        }
        try {
            PublicKey key = AuthorizedKeyEntry.parseAuthorizedKeyEntry(words)
                    .resolvePublicKey(null, PublicKeyEntryResolver.FAILING);
            if ("RSA".equals(key.getAlgorithm()) && KeyUtils.getKeySize(key) < SHORTEST_RSA) {
                throw Problem.field(
                        "key", "This RSA key is too short: make one of at least 2048 bits, or an Ed25519 key.");
            }
            if ("DSA".equals(key.getAlgorithm())) {
                throw Problem.field("key", "DSA keys are no longer safe. Make an Ed25519 key.");
            }
            return key;
        } catch (IOException | GeneralSecurityException | RuntimeException e) {
            if (e instanceof Problem problem) {
                throw problem;
            }
            throw Problem.field(
                    "key", "This is no public key. Paste the line from the file that ends in .pub: ssh-ed25519 AAAA…");
        }
    }

    void remove(String id) {
        int removed = db.sql("delete from sftp_key where id = ? and person_id = ?")
                .params(id, Current.person().id())
                .update();
        if (removed == 0) {
            throw Problem.notFound("This key");
        }
    }

    /** What signs in by a key; speaks for nobody once that was removed. */
    Pass pass(PublicKey key) {
        String fingerprint = KeyUtils.getFingerPrint(key);
        return siteId -> person(fingerprint, siteId);
    }

    private Optional<Person> person(String fingerprint, String siteId) {
        Optional<String> account = memberships.accountOf(siteId);
        if (account.isEmpty()) {
            return Optional.empty();
        }
        return db
                .sql("select * from sftp_key where fingerprint = ? order by created_at")
                .param(fingerprint)
                .query(SftpKeys::read)
                .list()
                .stream()
                .filter(key -> memberships
                        .of(key.personId(), account.get())
                        .filter(member -> member.may(Right.EDIT, siteId))
                        .isPresent())
                .findFirst()
                .flatMap(key -> people.find(key.personId()))
                .map(found -> new Person(found.id(), account.get(), found.name(), found.email()));
    }

    /** Notes that a program signed in. */
    void used(PublicKey key, String personId) {
        db.sql("update sftp_key set last_used_at = ? where fingerprint = ? and person_id = ?")
                .params(DatabaseTime.of(clock.instant()), KeyUtils.getFingerPrint(key), personId)
                .update();
    }

    private static Key read(ResultSet row, int number) throws SQLException {
        return new Key(
                row.getString("id"),
                row.getString("person_id"),
                row.getString("name"),
                row.getString("type"),
                row.getString("fingerprint"),
                DatabaseTime.read(row, "created_at"),
                DatabaseTime.readIfAny(row, "last_used_at"));
    }
}
