package evenharbor.cli;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;

/** Makes a folder the draft of a site, and publishes drafts: only what differs is sent. */
final class Sending {

    private static final int LINES = 4;
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(200);

    private final Connection harbor;
    private final boolean quiet;
    private int sent;

    /** @param quiet whether no progress is shown */
    Sending(Connection harbor, boolean quiet) {
        this.harbor = harbor;
        this.quiet = quiet;
    }

    private static String at(JsonNode site) {
        return "/api/sites/" + site.get("id").asString();
    }

    /** Makes a folder the draft. @param reading the folder, which may be on its way @return the draft as it is then */
    JsonNode draft(JsonNode site, Future<Folder.Reading> reading) {
        JsonNode before = harbor.get(at(site) + "/draft?files=false");
        progress("Reading the folder");
        Folder.Reading folder = done(reading);
        Optional<FolderMemory.Difference> difference = folder.before().since(told(site, before), folder.entries());
        String became = "";
        try {
            JsonNode taken = difference.isEmpty()
                    ? replaced(site, before, folder.entries())
                    : difference.get().isNone() ? unchanged(before) : changed(site, before, difference.get());
            // Where one folder in it was opened, its files have other paths in the draft than here.
            became = taken.path("unwrapped").asString("").isEmpty() ? told(site, taken.get("draft")) : "";
            return taken.get("draft");
        } finally {
            folder.remember(became);
            progress("");
        }
    }

    /** What tells a draft as it is from what it is after any change, here or by anyone. */
    private static String told(JsonNode site, JsonNode draft) {
        return site.get("id").asString() + " " + draft.get("revision").asLong() + " "
                + Instant.parse(draft.get("changedAt").asString()).truncatedTo(ChronoUnit.MILLIS);
    }

    private static JsonNode unchanged(JsonNode draft) {
        return JsonNodeFactory.instance.objectNode().set("draft", draft);
    }

    private JsonNode replaced(JsonNode site, JsonNode before, List<Folder.Entry> files) {
        sent = send(at(site), "?replace=true", files);
        return change(site, "/draft/take?replace=true", before, Map.of("files", listed(files)));
    }

    private JsonNode changed(JsonNode site, JsonNode before, FolderMemory.Difference edits) {
        sent = edits.changed().isEmpty() ? 0 : send(at(site), "?replace=false", edits.changed());
        return change(
                site, "/draft/edits", before, Map.of("files", listed(edits.changed()), "removed", edits.removed()));
    }

    private JsonNode change(JsonNode site, String how, JsonNode before, Object offer) {
        String revision = "\"" + before.get("revision").asLong() + "\"";
        return harbor.post(at(site) + how, offer, "If-Match", revision);
    }

    private static List<Map<String, Object>> listed(List<Folder.Entry> files) {
        return files.stream()
                .map(file -> Map.<String, Object>of("path", file.path(), "size", file.size(), "hash", file.hash()))
                .toList();
    }

    private static <T> T done(Future<T> work) {
        try {
            return work.get();
        } catch (ExecutionException e) {
            throw e.getCause() instanceof Failure failure ? failure : new IllegalStateException(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Failure(Failure.REFUSED, "It was stopped. Nothing was changed.");
        }
    }

    /** @return how many files were sent */
    private int send(String at, String how, List<Folder.Entry> files) {
        JsonNode answer = harbor.post(at + "/draft/offer" + how, Map.of("files", listed(files)));
        Map<String, Folder.Entry> byHash =
                files.stream().collect(Collectors.toMap(Folder.Entry::hash, file -> file, (a, b) -> a));
        List<Folder.Entry> missing = StreamSupport.stream(answer.get("missing").spliterator(), false)
                .map(hash -> byHash.get(hash.asString()))
                .toList();
        long bytes = answer.get("missingBytes").asLong();
        AtomicLong sent = new AtomicLong();
        ExecutorService lines = Executors.newFixedThreadPool(LINES);
        try {
            List<Future<?>> all = Pack.of(missing).stream()
                    .<Future<?>>map(pack -> lines.submit(() -> {
                        send(at, pack);
                        progress("Sending " + percent(sent.addAndGet(pack.bytes()), bytes) + " of " + missing.size()
                                + (missing.size() == 1 ? " file" : " files"));
                    }))
                    .toList();
            all.forEach(Sending::done);
        } finally {
            lines.shutdownNow();
        }
        return missing.size();
    }

    private void send(String at, Pack pack) {
        if (pack.alone()) {
            Folder.Entry file = pack.files().get(0);
            harbor.putFile(at + "/draft/contents/" + file.hash(), file.file());
        } else {
            harbor.putZip(at + "/draft/packs", pack.zipped());
        }
    }

    private static String percent(long part, long whole) {
        return (whole == 0 ? 100 : 100 * part / whole) + " %";
    }

    /** Publishes the draft. @param rights whether the person says that the content is theirs to publish */
    void publish(JsonNode site, boolean rights) {
        JsonNode review = harbor.get(at(site) + "/changes");
        if (review.get("live").asBoolean() && review.get("changes").isEmpty()) {
            harbor.answer(
                    "Nothing to publish: " + Connection.link(site) + " is as the folder is.",
                    values(
                            site,
                            review.get("draftRevision").asLong(),
                            review.get("liveVersion").asInt()));
            return;
        }
        JsonNode begun = harbor.post(
                at(site) + "/publications",
                Map.of(
                        "heldBack",
                        List.of(),
                        "sentAnyway",
                        List.of(),
                        "declinedRedirects",
                        List.of(),
                        "rightsConfirmed",
                        rights,
                        "draftRevision",
                        review.get("draftRevision").asLong()),
                Connection.ONCE,
                UUID.randomUUID().toString());
        JsonNode now = begun;
        while (now.get("state").asString().equals("RUNNING")) {
            progress("Publishing "
                    + percent(now.get("done").asLong(), now.get("total").asLong()));
            Connection.pause(BETWEEN_LOOKS);
            now = harbor.get("/api/publications/" + begun.get("id").asString());
        }
        progress("");
        if (!now.get("state").asString().equals("DONE")) {
            throw new Failure(Failure.REFUSED, now.get("problem").asString());
        }
        harbor.answer(
                "Version " + now.get("version").asInt() + " is live: " + Connection.link(site),
                values(
                        site,
                        review.get("draftRevision").asLong(),
                        now.get("version").asInt()));
    }

    /** What programs are told. @param version null while it is not live */
    Map<String, Object> values(JsonNode site, long revision, Integer version) {
        Map<String, Object> values = new LinkedHashMap<>();
        values.put("site", site.get("id").asString());
        values.put("draftRevision", revision);
        values.put("version", version);
        values.put("url", Connection.link(site));
        values.put("sent", sent);
        return values;
    }

    /** Where a person looks on, one line that changes. */
    private void progress(String words) {
        if (!quiet && !harbor.json() && System.console() != null) {
            System.err.print("\r\033[K" + words);
            System.err.flush();
        }
    }
}
