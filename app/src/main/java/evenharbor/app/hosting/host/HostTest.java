package evenharbor.app.hosting.host;

import com.google.common.hash.Hashing;
import evenharbor.app.hosting.transfer.Contents;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.hosting.transfer.Meter;
import evenharbor.app.hosting.transfer.RemoteFolder;
import evenharbor.app.hosting.transfer.Sending;
import evenharbor.app.who.access.Ids;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.HostFolder;
import evenharbor.core.hosting.host.HostStep;
import evenharbor.core.hosting.host.Protocol;
import evenharbor.core.what.version.FileEntry;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.apache.commons.io.channels.ByteArraySeekableByteChannel;

/**
 * One test of a host, step by step: up to the first that fails. What it writes it removes again.
 */
final class HostTest {

    private final Host host;
    private final boolean make;
    private final HostReach reach;
    private final HostNumbers numbers;
    private final HostOffers offers;
    private final HostVisitor visitor;
    private final Consumer<List<TestStep>> heard;
    private final List<TestStep> steps = new ArrayList<>();
    private final String name = "even-harbor-" + Ids.id() + ".txt";
    private final byte[] text = ("Even Harbor was here: " + Ids.id()).getBytes(StandardCharsets.UTF_8);
    private final Contents contents = hash -> ByteArraySeekableByteChannel.wrap(text);
    private final Sending sending = new Sending(
            name, new FileEntry(Hashing.sha256().hashBytes(text).toString(), text.length, "text/plain", true));
    private HostStep at = HostStep.NAME;

    /** A test of a host. @param make whether a missing folder is made @param heard hears of each step */
    HostTest(
            Host host,
            boolean make,
            HostReach reach,
            HostNumbers numbers,
            HostOffers offers,
            HostVisitor visitor,
            Consumer<List<TestStep>> heard) {
        this.host = host;
        this.make = make;
        this.reach = reach;
        this.numbers = numbers;
        this.offers = offers;
        this.visitor = visitor;
        this.heard = heard;
    }

    /** Takes the steps. @return how each came out */
    List<TestStep> run() {
        try {
            if (host.protocol() != Protocol.FOLDER) {
                nameAndOffers();
            }
            signInAndUse();
        } catch (HostTrouble e) {
            HostStep shown = at.compareTo(HostStep.FOLDER) > 0 ? at : HostStep.of(e.fault());
            fail(TestStep.fails(shown, e.fault(), e.said()));
        } catch (Failed e) {
            fail(e.step);
        } catch (IOException e) {
            fail(TestStep.fails(at, HostFault.ANSWER_UNEXPECTED, String.valueOf(e.getMessage())));
        }
        return List.copyOf(steps);
    }

    /** A step that came out badly without the host having said so. */
    private static final class Failed extends RuntimeException {
        private final transient TestStep step;

        private Failed(TestStep step) {
            super(step.sentence(), null, false, false);
            this.step = step;
        }
    }

    private void fail(TestStep step) {
        steps.removeIf(earlier -> earlier.step().compareTo(step.step()) >= 0);
        for (HostStep before : HostStep.values()) {
            boolean known = steps.stream().anyMatch(s -> s.step() == before);
            if (before.compareTo(step.step()) < 0 && !known && applies(before)) {
                steps.add(TestStep.holds(before, ""));
            }
        }
        steps.add(step);
        heard.accept(List.copyOf(steps));
    }

    private boolean applies(HostStep step) {
        boolean remote = host.protocol() != Protocol.FOLDER;
        return switch (step) {
            case NAME, OFFERS, SIGN_IN -> remote;
            case IDENTITY -> host.protocol() == Protocol.SFTP || host.protocol() == Protocol.FTPS;
            case URL -> !host.url().isEmpty();
            default -> true;
        };
    }

    private void hold(TestStep step, HostStep next) {
        steps.add(step);
        at = next;
        heard.accept(List.copyOf(steps));
    }

    private void nameAndOffers() throws HostTrouble {
        List<InetAddress> found = numbers.of(host.server());
        hold(
                TestStep.holds(
                        HostStep.NAME,
                        host.server() + " is " + found.get(0).getHostAddress()
                                + (found.size() > 1 ? " and " + (found.size() - 1) + " more." : ".")),
                HostStep.OFFERS);
        Set<Protocol> offered = offers.of(found.get(0), host.port());
        if (offered.isEmpty()) {
            throw new HostTrouble(HostFault.PORT_CLOSED, "Port " + host.port());
        }
        hold(offer(offered), HostStep.SIGN_IN);
    }

    private TestStep offer(Set<Protocol> offered) {
        String words = "It offers "
                + String.join(", ", offered.stream().map(Protocol::name).toList()) + ".";
        return host.protocol()
                .advice(offered)
                .map(advice -> TestStep.advice(HostStep.OFFERS, words + advice.why(), advice.mend()))
                .orElseGet(() -> TestStep.holds(HostStep.OFFERS, words));
    }

    private void signInAndUse() throws IOException {
        try (RemoteFolder folder = reach.open(host, host.folder())) {
            if (applies(HostStep.IDENTITY)) {
                hold(
                        TestStep.holds(
                                HostStep.IDENTITY,
                                host.identity().isEmpty()
                                        ? "An authority vouches for its certificate and its name."
                                        : "It shows what you accepted: " + host.identity() + "."),
                        HostStep.SIGN_IN);
            }
            if (applies(HostStep.SIGN_IN)) {
                hold(TestStep.holds(HostStep.SIGN_IN, "Signed in as " + host.user() + "."), HostStep.FOLDER);
            }
            at = HostStep.FOLDER;
            there(folder);
            write(folder);
            if (applies(HostStep.URL)) {
                hold(shown(), HostStep.DELETE);
            }
            folder.remove(List.of(name));
            folder.tidy(List.of());
            hold(TestStep.holds(HostStep.DELETE, "What the test wrote is removed again."), HostStep.DELETE);
        }
    }

    private String folderName() {
        return host.folder().isEmpty() ? "the account's own folder" : host.folder();
    }

    private void there(RemoteFolder folder) throws IOException {
        Listing listing;
        try {
            if (make && folder.make()) {
                steps.add(TestStep.holds(HostStep.FOLDER, "Made " + folderName() + "."));
            }
            listing = folder.list(Set.of());
        } catch (HostTrouble e) {
            if (e.fault() == HostFault.FOLDER_MISSING) {
                throw missing(e);
            }
            at = e.fault() == HostFault.PASSIVE_BLOCKED ? HostStep.LISTING : at;
            throw e;
        }
        if (steps.stream().noneMatch(s -> s.step() == HostStep.FOLDER)) {
            hold(TestStep.holds(HostStep.FOLDER, "It is " + folderName() + "."), HostStep.LISTING);
        }
        int files = listing.files().size();
        hold(
                TestStep.holds(
                        HostStep.LISTING,
                        files == 0
                                ? "Nothing is in it."
                                : files == 1 ? "One file is in it." : files + " files are in it."),
                HostStep.WRITE);
    }

    /** The folder is missing: is there one that is likelier? */
    private Failed missing(HostTrouble e) {
        String other = "";
        try (RemoteFolder top = reach.open(host, "")) {
            other = HostFolder.likely(top.folders()).stream().findFirst().orElse("");
        } catch (IOException again) {
            // Then there is no advice.
        }
        return new Failed(new TestStep(
                HostStep.FOLDER,
                HostStep.FOLDER.title(),
                HostStep.State.FAILS,
                "There is no folder “" + host.folder() + "”.",
                other.isEmpty()
                        ? HostFault.FOLDER_MISSING.mend()
                        : "There is one called “" + other + "”, which is often where pages go. Or have this one made.",
                e.said(),
                HostFault.FOLDER_MISSING,
                "",
                other));
    }

    private void write(RemoteFolder folder) throws IOException {
        folder.makeFolders(Set.of());
        folder.send(List.of(sending), contents, Meter.NONE);
        hold(TestStep.holds(HostStep.WRITE, "A small file was written."), HostStep.RENAME);
        folder.place(List.of(sending), contents);
        ByteArrayOutputStream back = new ByteArrayOutputStream();
        folder.read(name, back);
        if (!Arrays.equals(back.toByteArray(), text)) {
            throw new HostTrouble(HostFault.ANSWER_UNEXPECTED, "What was written came back changed.");
        }
        List<String> lacks = folder.shortcomings();
        hold(
                lacks.isEmpty()
                        ? TestStep.holds(HostStep.RENAME, "It was put into place and read back the same.")
                        : TestStep.advice(HostStep.RENAME, lacks.get(0), ""),
                applies(HostStep.URL) ? HostStep.URL : HostStep.DELETE);
    }

    private TestStep shown() {
        String expected = new String(text, StandardCharsets.UTF_8);
        Optional<HostVisitor.Seen> seen = visitor.look(host.url(), name, expected);
        if (seen.isPresent() && seen.get().same()) {
            return TestStep.holds(HostStep.URL, host.url() + " shows what was just written.");
        }
        for (String under : HostFolder.shownUnder(host.folder())) {
            String lower = host.url().replaceFirst("/$", "") + under;
            if (visitor.look(lower, name, expected)
                    .filter(HostVisitor.Seen::same)
                    .isPresent()) {
                return TestStep.fails(
                        HostStep.URL,
                        "Your pages would appear under " + under + ", not at " + host.url() + ".",
                        "Choose the folder above it, or give " + lower + " as the URL.",
                        HostFolder.above(host.folder(), under));
            }
        }
        String below = below(expected);
        if (!below.isEmpty()) {
            return TestStep.fails(
                    HostStep.URL,
                    host.url() + " shows the folder “" + below + "”, not " + folderName() + ".",
                    "Choose that folder.",
                    below);
        }
        return TestStep.fails(
                HostStep.URL,
                seen.map(s -> host.url() + " answers " + s.status() + " for what was just written.")
                        .orElse(host.url() + " does not answer."),
                "Check the URL, and which folder the hosting company shows there. Without a URL you can publish all the same.",
                "");
    }

    /** A likely folder below the chosen one that the URL shows; found by writing the test's file there too. */
    private String below(String expected) {
        List<String> names;
        try (RemoteFolder folder = reach.open(host, host.folder())) {
            names = HostFolder.likely(folder.folders());
        } catch (IOException e) {
            return "";
        }
        for (String likely : names) {
            try (RemoteFolder folder = reach.open(host, HostFolder.below(host.folder(), likely))) {
                folder.makeFolders(Set.of());
                folder.send(List.of(sending), contents, Meter.NONE);
                folder.place(List.of(sending), contents);
                boolean shown = visitor.look(host.url(), name, expected)
                        .filter(HostVisitor.Seen::same)
                        .isPresent();
                folder.remove(List.of(name));
                folder.tidy(List.of());
                if (shown) {
                    return HostFolder.below(host.folder(), likely);
                }
            } catch (IOException e) {
                // Not this one.
            }
        }
        return "";
    }
}
