package evenharbor.app.what.live;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Counts the changes to what visitors get, so that every node can follow them. */
@Component
public class Revisions {

    private final JdbcClient db;

    Revisions(JdbcClient db) {
        this.db = db;
    }

    /** The next one. The row stays locked until the transaction ends, so that revisions come to be seen in their order. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long next() {
        db.sql("update harbor_revision set revision = revision + 1 where id = 1")
                .update();
        return latest();
    }

    /** The next one, in which names or certificates change. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long nextOfNames() {
        db.sql("update harbor_revision set names = names + 1 where id = 1").update();
        return next();
    }

    /** How often names or certificates have changed: what is held of them is true while this is the same. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public long ofNames() {
        return db.sql("select names from harbor_revision where id = 1")
                .query(Long.class)
                .single();
    }

    /** The latest one: all that changed in it or before it can be read. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public long latest() {
        return db.sql("select revision from harbor_revision where id = 1")
                .query(Long.class)
                .single();
    }
}
