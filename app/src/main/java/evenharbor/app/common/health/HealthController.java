package evenharbor.app.common.health;

import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * Whether this process answers, and whether all its parts are well. For everyone who asks, so it tells which part is not
 * well, and not what of.
 */
@RestController
class HealthController {

    private final List<HealthPart> parts;

    HealthController(List<HealthPart> parts) {
        this.parts = parts;
    }

    record PartView(String name, boolean well, int troubles) {}

    record HealthView(String application, boolean well, List<PartView> parts) {}

    /** 200 while it answers at all: a site that cannot be followed is no reason to take the whole harbor out of service. */
    @GetMapping("/api/health")
    ResponseEntity<HealthView> health() {
        List<PartView> views = parts.stream()
                .map(part -> {
                    int troubles = part.troubles().size();
                    return new PartView(part.name(), troubles == 0, troubles);
                })
                .toList();
        return ResponseEntity.ok(new HealthView("even-harbor", views.stream().allMatch(PartView::well), views));
    }
}
