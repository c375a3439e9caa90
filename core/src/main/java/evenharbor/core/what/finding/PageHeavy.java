package evenharbor.core.what.finding;

import java.util.Locale;

/** Pages that load more than a phone can take. */
final class PageHeavy implements Rule {

    static final long MOST = 3_000_000;

    @Override
    public void site(Site site, Report report) {
        site.pages()
                .forEach(page -> site.weight(page.path())
                        .filter(weight -> weight.bytes() > MOST)
                        .ifPresent(weight -> report.found(
                                page.path(),
                                0,
                                "",
                                "It has " + megabytes(weight.bytes()) + " in " + weight.requests() + " requests.")));
    }

    static String megabytes(long bytes) {
        return String.format(Locale.ROOT, "%.1f MB", bytes / 1e6);
    }
}
