package evenharbor.app.where.redirect;

import evenharbor.app.where.address.RedirectsNaming;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.PointerTarget;
import evenharbor.core.where.redirect.Redirect;
import java.util.List;
import org.springframework.stereotype.Component;

/** Finds the redirects that lead to an address by its whole URL. */
@Component
class RedirectNames implements RedirectsNaming {

    private final RedirectSets sets;
    private final RedirectContents contents;

    RedirectNames(RedirectSets sets, RedirectContents contents) {
        this.sets = sets;
        this.contents = contents;
    }

    @Override
    public List<Naming> naming(List<String> siteIds, HostName host, String path) {
        return siteIds.stream()
                .flatMap(siteId -> contents.get(sets.now(siteId)).list().stream()
                        .filter(rule -> leads(rule, host, path))
                        .map(rule -> new Naming(siteId, rule.id(), rule.source().path())))
                .toList();
    }

    private static boolean leads(Redirect rule, HostName host, String path) {
        String target = rule.target().replaceAll("[{}+]", "");
        return target.startsWith("http") && PointerTarget.leadsTo(target, host, path);
    }
}
