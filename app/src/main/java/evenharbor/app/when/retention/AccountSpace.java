package evenharbor.app.when.retention;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.draft.SpaceLimit;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.VersionSpace;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The space that an account's sites hold, and the operator's limit. */
@Component
class AccountSpace implements SpaceLimit {

    private final RetentionProperties properties;
    private final Sites sites;
    private final VersionSpace space;

    AccountSpace(RetentionProperties properties, Sites sites, VersionSpace space) {
        this.properties = properties;
        this.sites = sites;
        this.space = space;
    }

    /** The bytes that an account's sites hold. */
    long used(String accountId) {
        return space.together(sites.ofAccount(accountId).stream().map(Site::id).toList());
    }

    @Override
    public void check(String accountId, Manifest before, Manifest after) {
        long limit = properties.spacePerAccount();
        if (limit <= 0) {
            return;
        }
        Set<String> known = new HashSet<>();
        before.entries().forEach(file -> known.add(file.hash()));
        long more = after.entries().stream()
                .filter(file -> known.add(file.hash()))
                .mapToLong(FileEntry::size)
                .sum();
        long used = more == 0 ? 0 : used(accountId);
        if (more > 0 && used + more > limit) {
            throw new Problem(
                    ProblemType.INTAKE_REFUSED,
                    "There is not enough space: your sites hold " + megabytes(used) + " of " + megabytes(limit)
                            + ", and this"
                            + " needs " + megabytes(more)
                            + " more. Nothing was changed. Let older versions go, or ask whoever"
                            + " runs this harbor for more.");
        }
    }

    private static String megabytes(long bytes) {
        return String.format(Locale.ROOT, "%.1f MB", bytes / 1e6);
    }
}
