package evenharbor.app.hosting.destination;

import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.hosting.transfer.LedgerKeeper;
import evenharbor.app.hosting.transfer.Sending;
import evenharbor.core.hosting.destination.Ledger;
import evenharbor.core.what.version.FileEntry;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The ledger of what we put at destinations, in the database. */
@Component
class LedgerRows {

    private final JdbcTemplate db;
    private final TransactionTemplate transactions;

    LedgerRows(JdbcTemplate db, TransactionTemplate transactions) {
        this.db = db;
        this.transactions = transactions;
    }

    private static byte[] key(String path) {
        return path.getBytes(StandardCharsets.UTF_8);
    }

    private static LocalDateTime time(Optional<Instant> at) {
        return at.map(t -> t.atOffset(ZoneOffset.UTC).toLocalDateTime()).orElse(null);
    }

    /** What we put at a destination. */
    Ledger of(String destinationId) {
        Map<String, Ledger.Put> files = new HashMap<>();
        db.query(
                "select path, hash, size, changed from ledger_entry where destination_id = ? and hash is not null",
                row -> {
                    files.put(
                            new String(row.getBytes("path"), StandardCharsets.UTF_8),
                            new Ledger.Put(
                                    row.getString("hash"),
                                    row.getLong("size"),
                                    DatabaseTime.readIfAny(row, "changed")));
                },
                destinationId);
        return new Ledger(files);
    }

    /** What was about to be put when the last work was cut off. */
    Map<String, FileEntry> begun(String destinationId) {
        Map<String, FileEntry> files = new HashMap<>();
        db.query(
                "select path, begun_hash, begun_size from ledger_entry where destination_id = ? and begun_hash is not null",
                row -> {
                    files.put(
                            new String(row.getBytes("path"), StandardCharsets.UTF_8),
                            new FileEntry(row.getString("begun_hash"), row.getLong("begun_size"), "", false));
                },
                destinationId);
        return files;
    }

    /** Forgets everything about a destination. */
    void forget(String destinationId) {
        db.update("delete from ledger_entry where destination_id = ?", destinationId);
    }

    private void each(String sql, List<Object[]> rows) {
        if (!rows.isEmpty()) {
            transactions.executeWithoutResult(status -> db.batchUpdate(sql, rows));
        }
    }

    /** Keeps the ledger of a destination. */
    LedgerKeeper keeper(String destinationId) {
        return new LedgerKeeper() {
            @Override
            public void begin(List<Sending> files) {
                each(
                        "insert into ledger_entry (destination_id, path, begun_hash, begun_size) values (?, ?, ?, ?)"
                                + " on duplicate key update begun_hash = values(begun_hash), begun_size = values(begun_size)",
                        files.stream()
                                .map(f -> new Object[] {
                                    destinationId,
                                    key(f.path()),
                                    f.file().hash(),
                                    f.file().size()
                                })
                                .toList());
            }

            @Override
            public void put(Map<String, Ledger.Put> files) {
                each(
                        "insert into ledger_entry (destination_id, path, hash, size, changed) values (?, ?, ?, ?, ?)"
                                + " on duplicate key update hash = values(hash), size = values(size),"
                                + " changed = values(changed), begun_hash = null, begun_size = null",
                        files.entrySet().stream()
                                .map(f -> new Object[] {
                                    destinationId,
                                    key(f.getKey()),
                                    f.getValue().hash(),
                                    f.getValue().size(),
                                    time(f.getValue().changed())
                                })
                                .toList());
            }

            @Override
            public void gone(Collection<String> paths) {
                each(
                        "delete from ledger_entry where destination_id = ? and path = ?",
                        paths.stream()
                                .map(path -> new Object[] {destinationId, key(path)})
                                .toList());
            }

            @Override
            public void notPut(Collection<String> paths) {
                each(
                        "update ledger_entry set begun_hash = null, begun_size = null where destination_id = ? and path = ?",
                        paths.stream()
                                .map(path -> new Object[] {destinationId, key(path)})
                                .toList());
                db.update(
                        "delete from ledger_entry where destination_id = ? and hash is null and begun_hash is null",
                        destinationId);
            }
        };
    }
}
