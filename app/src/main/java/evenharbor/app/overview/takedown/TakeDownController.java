package evenharbor.app.overview.takedown;

import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Taking sites down, deleting them and bringing them back, over HTTP. */
@RestController
@RequestMapping("/api")
class TakeDownController {

    private final TakeDown takeDown;
    private final Sites sites;
    private final Addresses addresses;

    TakeDownController(TakeDown takeDown, Sites sites, Addresses addresses) {
        this.takeDown = takeDown;
        this.sites = sites;
        this.addresses = addresses;
    }

    record TakeDownForm(boolean everywhere) {}

    record DeletedSite(String id, String title, Instant deletedAt, Instant goneAt, List<String> addresses) {}

    record RestoredSite(String id) {}

    @GetMapping("/sites/{siteId}/takedown")
    TakeDown.TakeDownOutcome foreseen(@PathVariable String siteId) {
        return takeDown.foreseen(siteId);
    }

    @PostMapping("/sites/{siteId}/takedown")
    TakeDown.TakenDown carryOut(@PathVariable String siteId, @RequestBody TakeDownForm form) {
        return takeDown.carryOut(siteId, form.everywhere());
    }

    @DeleteMapping("/sites/{siteId}")
    TakeDown.TakenDown delete(@PathVariable String siteId, @RequestParam(defaultValue = "false") boolean hosts) {
        return takeDown.delete(siteId, hosts);
    }

    @GetMapping("/deleted-sites")
    List<DeletedSite> deleted() {
        return sites.deleted().stream()
                .map(site -> new DeletedSite(
                        site.id(),
                        site.title(),
                        site.deletedAt().orElseThrow(),
                        site.deletedAt().orElseThrow().plus(Site.KEPT),
                        addresses.of(List.of(site.id())).stream()
                                .map(Address::shown)
                                .toList()))
                .toList();
    }

    @PostMapping("/deleted-sites/{siteId}/restoration")
    @ResponseStatus(HttpStatus.OK)
    RestoredSite bringBack(@PathVariable String siteId) {
        return new RestoredSite(sites.bringBack(siteId).id());
    }
}
