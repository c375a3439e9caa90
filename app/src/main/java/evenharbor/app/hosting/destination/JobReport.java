package evenharbor.app.hosting.destination;

import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.hosting.destination.Ledger;
import java.util.List;

/** How work at a destination ended, in sentences for its owner. */
final class JobReport {

    private JobReport() {}

    private static String files(long count, String verb) {
        return count == 1 ? "1 file " + verb : count + " files " + verb;
    }

    /** After a look. */
    static String seen(int files) {
        return files == 0 ? "Nothing is there." : files == 1 ? "One file is there." : files + " files are there.";
    }

    /** After a check. */
    static String readBack(Ledger.Comparison compared) {
        int differing = compared.differing();
        int missing = compared.missing();
        return missing + differing == 0
                ? "Read back all " + compared.files() + " files: each is as it was sent."
                : "Read back " + compared.files() + " files: " + differing + (differing == 1 ? " differs" : " differ")
                        + " from what was sent, " + missing + (missing == 1 ? " is missing." : " are missing.");
    }

    /** After a publish, or after something was taken down. */
    static String sent(HostJob job, HostPlan plan, int differingPaths, List<String> shortcomings) {
        StringBuilder report = new StringBuilder(
                job.kind == HostJob.Kind.TAKE_DOWN ? "Taken down: " : "Version " + job.version + ": ");
        report.append(files(plan.sent(), "sent"))
                .append(", ")
                .append(plan.removed())
                .append(" removed.");
        int disputed = plan.disputed().size();
        if (disputed > 0) {
            report.append(' ')
                    .append(files(disputed, disputed == 1 ? "was" : "were"))
                    .append(" left alone, for someone else changed it there.");
        }
        int kept = differingPaths - disputed;
        if (kept > 0) {
            report.append(' ')
                    .append(files(kept, kept == 1 ? "stays as it is there" : "stay as they are there"))
                    .append(", as you wished.");
        }
        shortcomings.forEach(lack -> report.append(' ').append(lack));
        return report.toString();
    }

    /** After work broke off before it changed anything. */
    static String unchanged(DestinationEntity destination) {
        return "Nothing was changed there"
                + (destination.currentVersion == null ? "." : ": version " + destination.currentVersion + " is.");
    }

    /** After work broke off in the middle. */
    static String between(HostJob job, DestinationEntity destination, long placed, long pages) {
        if (destination.currentVersion != null) {
            return "Visitors see whole pages: " + placed + " of " + pages + " are as in version " + job.version
                    + ", the others still as in version " + destination.currentVersion + ". Go on to send the rest.";
        }
        return placed == 0
                ? "Visitors see none of it yet: what arrived waits beside."
                : placed + " of " + pages + " pages are in place, each whole. Go on to send the rest.";
    }
}
