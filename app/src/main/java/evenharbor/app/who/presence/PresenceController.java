package evenharbor.app.who.presence;

import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Open pages say where they are, and hear who else is there. By the real clock; kept in the database, for all nodes. */
@RestController
@RequestMapping("/api/sites/{siteId}/presence/{page}")
class PresenceController {

    /** A page that was not heard of for this long is closed, or asleep. */
    private static final Duration GONE_AFTER = Duration.ofSeconds(45);

    private final JdbcClient db;
    private final People people;

    PresenceController(JdbcClient db, People people) {
        this.db = db;
        this.people = people;
    }

    /** Where a page is. @param place such as “Draft: index.html” */
    record PlaceForm(
            @NotNull @Size(max = 200, message = "Use at most 200 characters.")
            String place) {}

    /** Someone else who has the site open. @param place what of it */
    record OtherView(String who, String place) {}

    @PutMapping
    List<OtherView> here(
            @PathVariable String siteId,
            @Valid @PathVariable @Pattern(regexp = "[0-9a-f]{32}", message = "A page is named by 32 hex digits.")
                    String page,
            @Valid @RequestBody PlaceForm form) {
        LocalDateTime now = now();
        String person = Current.person().id();
        db.sql("insert into presence (page, site_id, person_id, place, at) values (?, ?, ?, ?, ?)"
                        + " on duplicate key update place = if(person_id = values(person_id), values(place), place),"
                        + " site_id = if(person_id = values(person_id), values(site_id), site_id),"
                        + " at = if(person_id = values(person_id), values(at), at)")
                .params(page, siteId, person, form.place(), now)
                .update();
        db.sql("delete from presence where at < ?").param(now.minus(GONE_AFTER)).update();
        record Row(String person, String place) {}
        List<Row> rows = db.sql(
                        "select person_id, place from presence where site_id = ? and person_id <> ? order by at desc")
                .params(siteId, person)
                .query((row, n) -> new Row(row.getString("person_id"), row.getString("place")))
                .list();
        People.Names names = people.names(rows.stream().map(Row::person).toList());
        return rows.stream()
                .map(row -> new OtherView(names.of(row.person()), row.place()))
                .distinct()
                .toList();
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void gone(@PathVariable String siteId, @PathVariable String page) {
        db.sql("delete from presence where page = ? and site_id = ? and person_id = ?")
                .params(page, siteId, Current.person().id())
                .update();
    }

    private static LocalDateTime now() {
        return Instant.now().atOffset(ZoneOffset.UTC).toLocalDateTime();
    }
}
