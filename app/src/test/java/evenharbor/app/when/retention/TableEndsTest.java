package evenharbor.app.when.retention;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.TestHarbor;
import evenharbor.app.what.content.ContentUser;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** No table grows for ever, and no column that names contents is forgotten when they are marked. */
class TableEndsTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final JdbcTemplate db = harbor.bean(JdbcTemplate.class);

    @Test
    void eachTableSaysWhereItsEndIs() {
        Set<String> told = new HashSet<>(TableEnds.ENDED_ELSEWHERE);
        told.addAll(TableEnds.BOUNDED);
        TableEnds.ENDS.forEach(
                end -> assertThat(told.add(end.table())).as(end.table()).isTrue());
        assertThat(db.queryForList(
                        "select table_name from information_schema.tables where table_schema = database()",
                        String.class))
                .containsExactlyInAnyOrderElementsOf(told);
    }

    @Test
    void whatHasComeToItsEndGoesAndNothingElse() {
        LocalDateTime now = LocalDateTime.now(ZoneOffset.UTC);
        for (int years : List.of(1, 3)) {
            db.update(
                    "insert into credential_event (account_id, person_id, by_person, kind, detail, remote, at)"
                            + " values ('ends', 'ends', 'ends', 'X', ?, '', ?)",
                    String.valueOf(years),
                    now.minusYears(years));
            db.update(
                    "insert into life_record (site_id, at, live, redirects, everywhere_down, deleted)"
                            + " values (?, ?, true, '', false, false)",
                    "ends" + years,
                    now.minusYears(7));
            db.update(
                    "insert into life_record (site_id, at, live, redirects, everywhere_down, deleted)"
                            + " values (?, ?, true, '', false, false)",
                    "ends" + years,
                    now.minusYears(6));
        }
        harbor.bean(TableEnds.class).cleanUp();
        assertThat(db.queryForList("select detail from credential_event where account_id = 'ends'", String.class))
                .containsExactly("1");
        assertThat(db.queryForList("select at from life_record where site_id like 'ends%'", LocalDateTime.class))
                .hasSize(2)
                .allMatch(at -> at.isAfter(now.minusYears(7).plusDays(1)));
        db.update("delete from life_record where site_id like 'ends%'");
        db.update("delete from credential_event where account_id = 'ends'");
    }

    /** Columns that hold a SHA-256 and name no content of the store. */
    private static final Set<String> NO_CONTENTS = Set.of(
            "access_token.hash",
            "known_device.hash",
            "invitation.hash",
            "person_invitation.hash",
            "hand_over.hash",
            "node_trouble.what_hash",
            "mail.mail_key",
            "mail_proof.hash",
            "mail_proof.browser",
            "notice.notice_key",
            "outside_link.url_hash",
            "repeat_answer.fingerprint",
            "recovery_code.hash",
            "visitor_code.hash",
            "visitor_code.browser",
            "watched_folder.seen",
            "watched_folder.taken");

    /** Columns that name contents, each told by a {@link ContentUser}; those of the past are told by none. */
    private static final Set<String> CONTENTS = Set.of(
            "draft.manifest",
            "draft.before_manifest",
            "content_sent.hash",
            "version.manifest",
            "version.build",
            "version.redirects",
            "live_state.build",
            "live_state.redirects",
            "live_span.build",
            "redirect_set.rules",
            "redirect_set.before_rules",
            "publication.manifest",
            "publication.redirects",
            "destination.build",
            "destination.listing",
            "ledger_entry.hash",
            "ledger_entry.begun_hash",
            "host_job.manifest",
            "life_record.build",
            "life_record.redirects");

    @Test
    void eachColumnThatMayNameAContentIsKnown() {
        Set<String> columns = db
                .queryForList(
                        "select concat(table_name, '.', column_name) from information_schema.columns where table_schema ="
                                + " database() and (column_type = 'char(64)' or column_type = 'varchar(64)')",
                        String.class)
                .stream()
                .filter(name -> !name.endsWith(".zone") && !name.endsWith(".remote") && !name.endsWith("repeat_key"))
                .collect(Collectors.toSet());
        columns.removeAll(NO_CONTENTS);
        assertThat(columns).containsExactlyInAnyOrderElementsOf(CONTENTS);
    }
}
