package evenharbor.core.what.finding;

/** Picture files that are far larger than a page needs. */
final class PictureHuge implements Rule {

    static final long MOST = 1_000_000;

    @Override
    public void site(Site site, Report report) {
        site.manifest().files().forEach((path, file) -> {
            if (file.mediaType().startsWith("image/") && file.size() > MOST) {
                report.found(path, 0, "", "It has " + PageHeavy.megabytes(file.size()) + ".");
            }
        });
    }
}
