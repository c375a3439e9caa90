package evenharbor.app.hosting.destination;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.hosting.destination.HostPlan;
import evenharbor.core.hosting.destination.Ledger;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the owner of a destination is told, and how texts differ. */
class JobReportTest {

    private static HostJob job(HostJob.Kind kind, Integer version) {
        HostJob job = new HostJob();
        job.kind = kind;
        job.version = version;
        return job;
    }

    private static DestinationEntity holding(Integer version) {
        DestinationEntity destination = new DestinationEntity();
        destination.currentVersion = version;
        return destination;
    }

    @Test
    void whatWasSentRemovedAndLeftAlone() {
        Listing theirs = new Listing(Map.of("b.html", Listing.Found.at(9, Instant.EPOCH)));
        HostPlan plan = HostPlan.of(
                Manifest.of(Map.of(
                        "a.html", new FileEntry("a", 1, "text/html", true),
                        "b.html", new FileEntry("b", 1, "text/html", true))),
                Ledger.EMPTY,
                theirs,
                HostPlan.Wishes.NONE);
        String left = "Version 7: 1 file sent, 0 removed. 1 file was left alone, for someone else changed it there.";
        assertThat(JobReport.sent(job(HostJob.Kind.PUBLISH, 7), plan, 1, List.of("It is slow.")))
                .isEqualTo(left + " It is slow.");
        assertThat(JobReport.sent(job(HostJob.Kind.PUBLISH, 7), plan, 2, List.of()))
                .isEqualTo(left + " 1 file stays as it is there, as you wished.");
        assertThat(JobReport.sent(job(HostJob.Kind.PUBLISH, 7), plan, 3, List.of()))
                .isEqualTo(left + " 2 files stay as they are there, as you wished.");
        HostPlan nothing = HostPlan.of(Manifest.EMPTY, Ledger.EMPTY, Listing.EMPTY, HostPlan.Wishes.NONE);
        assertThat(JobReport.sent(job(HostJob.Kind.TAKE_DOWN, null), nothing, 0, List.of()))
                .isEqualTo("Taken down: 0 files sent, 0 removed.");
    }

    @ParameterizedTest
    @CsvSource({"0, Nothing is there.", "1, One file is there.", "12, 12 files are there."})
    void whatWasSeen(int files, String sentence) {
        assertThat(JobReport.seen(files)).isEqualTo(sentence);
    }

    @Test
    void whatWasReadBack() {
        assertThat(JobReport.readBack(new Ledger.Comparison(3, 0, 0)))
                .isEqualTo("Read back all 3 files: each is as it was sent.");
        assertThat(JobReport.readBack(new Ledger.Comparison(9, 2, 1)))
                .isEqualTo("Read back 9 files: 2 differ from what was sent, 1 is missing.");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
            - | 0 | Visitors see none of it yet: what arrived waits beside.
            - | 3 | 3 of 8 pages are in place, each whole. Go on to send the rest.
            4 | 3 | Visitors see whole pages: 3 of 8 are as in version 5, the others still as in version 4. Go on to send the rest.
            """)
    void whatIsThereNowThatItBrokeOff(Integer currentVersion, long placed, String sentence) {
        assertThat(JobReport.between(job(HostJob.Kind.PUBLISH, 5), holding(currentVersion), placed, 8))
                .isEqualTo(sentence);
    }

    @Test
    void thatNothingWasChanged() {
        assertThat(JobReport.unchanged(holding(null))).isEqualTo("Nothing was changed there.");
        assertThat(JobReport.unchanged(holding(4))).isEqualTo("Nothing was changed there: version 4 is.");
    }

    private static String difference(String ours, String theirs) {
        StringBuilder all = new StringBuilder();
        for (DifferenceLine line : DifferenceLine.between(ours, theirs)) {
            all.append(
                            switch (line.kind()) {
                                case SAME -> ' ';
                                case OURS -> '-';
                                case THEIRS -> '+';
                                case GAP -> '~';
                            })
                    .append(line.text())
                    .append('\n');
        }
        return all.toString();
    }

    @Test
    void linesThatDifferAreShownWithSomeAroundThem() {
        assertThat(difference("1\n2\n3\n4\n5\n6\n7\n8\n9\n", "1\n2\n3\n4\n5\n6\nseven\n8\n9\n"))
                .isEqualTo("~\n 4\n 5\n 6\n-7\n+seven\n 8\n 9\n");
        assertThat(difference("a\n", "a\nb\n")).isEqualTo(" a\n+b\n");
        assertThat(difference("a\nb\n", "b\n")).isEqualTo("-a\n b\n");
        assertThat(difference("same\n", "same\n")).isEmpty();
        assertThat(difference("", "<b>&amp;\n")).as("as it is written").isEqualTo("+<b>&amp;\n");
    }
}
