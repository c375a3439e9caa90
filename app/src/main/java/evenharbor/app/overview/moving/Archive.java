package evenharbor.app.overview.moving;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;

/**
 * What the file of an account holds, as docs/account-file.md describes it: {@code harbor.json} is an {@link Index}, each
 * {@code sites/NNN.json} a {@link SiteFile}, and {@code contents/SHA-256} what the files of versions hold.
 */
final class Archive {

    static final String FORMAT = "even-harbor-account";
    static final int VERSION = 1;
    static final String INDEX = "harbor.json";
    static final String CONTENTS = "contents/";

    private Archive() {}

    /** What is in the file. @param sites names of the files of sites, in their order @param costs and what stands after it: absent from files of earlier harbors */
    record Index(
            String format,
            int version,
            String account,
            List<String> sites,
            List<HostFile> hosts,
            List<PersonFile> people,
            List<CostFile> costs,
            List<ReceiverFile> receivers) {}

    /** A program that is told what happens, without the secret. @param site name of the file of the site it hears of; null for all */
    record ReceiverFile(String name, String url, List<String> kinds, String site) {}

    /** Something paid for. @param site name of the file of the site it is for; null for all @param price this and all amounts in the smallest unit of the currency */
    record CostFile(
            String what,
            String site,
            String currency,
            String paid,
            long price,
            Long firstYear,
            int discount,
            LocalDate discountUntil,
            Long yearlyOffer,
            LocalDate since,
            LocalDate ends) {}

    /** A host, without what signs in there. */
    record HostFile(
            String name, String protocol, String server, Integer port, String user, String folder, String url) {}

    /** Someone who looks after sites. @param role null for single sites only */
    record PersonFile(String name, String email, String role) {}

    /** A site. @param draft its files @param redirects hash of the set worked on; empty for none @param live version that is live, or was last; null for none */
    record SiteFile(
            String title,
            boolean listed,
            boolean pinned,
            List<PathFile> draft,
            String redirects,
            List<VersionFile> versions,
            Integer liveVersion,
            boolean live,
            List<AddressFile> addresses,
            List<PartFile> audience,
            List<PlanFile> plans,
            List<DestinationFile> destinations,
            List<String> unlisted,
            ArrivalFile arrivals) {}

    /** What becomes of files that programs send. */
    record ArrivalFile(boolean publishes, String stoppedBy) {}

    record PathFile(String path, String sha256, long size) {}

    record VersionFile(
            int number,
            String name,
            String note,
            boolean kept,
            String cause,
            Instant createdAt,
            Instant publishedAt,
            boolean listed,
            boolean pinned,
            String redirects,
            List<PathFile> files) {}

    /** An address. @param address host name and path @param harbor the name alone, where it is one under the harbor's own */
    record AddressFile(String address, String harbor, String role, Integer trialVersion, String pointsTo) {}

    record PartFile(
            String path, String way, String kept, Instant until, List<String> emails, RegistrationFile registration) {}

    record RegistrationFile(int after, boolean name, String consent, boolean confirmed, String page) {}

    record PlanFile(
            String kind,
            Integer version,
            boolean redirects,
            boolean everywhere,
            String closing,
            LocalDateTime starts,
            LocalDateTime ends,
            String zone,
            boolean second,
            String every,
            int interval,
            LocalDate last) {}

    record DestinationFile(String host, String folder, String url) {}
}
