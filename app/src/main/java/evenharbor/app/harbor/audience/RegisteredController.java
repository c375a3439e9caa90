package evenharbor.app.harbor.audience;

import evenharbor.app.common.web.CsvOut;
import evenharbor.app.what.site.Sites;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The visitors who registered at a site: listed, taken along as a table, removed. */
@RestController
@RequestMapping("/api/sites/{siteId}/registered")
class RegisteredController {

    private final Sites sites;
    private final RegisteredVisitors registered;

    RegisteredController(Sites sites, RegisteredVisitors registered) {
        this.sites = sites;
        this.registered = registered;
    }

    /** A visitor who registered. @param consent the words that they agreed to @param confirmedAt null while not confirmed */
    record RegisteredView(
            String id,
            String name,
            String email,
            String consent,
            Instant registeredAt,
            @Schema(nullable = true) Instant confirmedAt) {}

    /** A table as a file. */
    record RegisteredFile(String text) {}

    @GetMapping
    List<RegisteredView> all(@PathVariable String siteId) {
        sites.mine(siteId);
        return registered.of(siteId);
    }

    /** As CSV (RFC 4180). What a spreadsheet would take for a formula is disarmed. */
    @GetMapping("/file")
    RegisteredFile file(@PathVariable String siteId) {
        return new RegisteredFile(CsvOut.of(
                List.of("name", "e-mail", "registered", "confirmed", "agreed to"),
                all(siteId).stream()
                        .map(each -> List.of(
                                each.name(),
                                each.email(),
                                each.registeredAt().toString(),
                                Objects.toString(each.confirmedAt(), ""),
                                each.consent()))
                        .toList()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void remove(@PathVariable String siteId, @PathVariable String id) {
        sites.mine(siteId);
        registered.remove(siteId, id);
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void removeAll(@PathVariable String siteId) {
        sites.mine(siteId);
        registered.removeAll(siteId);
    }
}
