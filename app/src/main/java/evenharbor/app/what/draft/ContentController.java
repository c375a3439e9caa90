package evenharbor.app.what.draft;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.IntakeProblem;
import evenharbor.edge.blob.Blobs;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import java.io.IOException;
import java.io.InputStream;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.zip.ZipInputStream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Contents that arrive over HTTP, known by hash: one by one, or many in one request. What they become is said after. */
@RestController
@RequestMapping("/api/sites/{siteId}/draft")
class ContentController {

    private final Sites sites;
    private final Blobs blobs;
    private final AccountContents contents;

    ContentController(Sites sites, Blobs blobs, AccountContents contents) {
        this.sites = sites;
        this.blobs = blobs;
        this.contents = contents;
    }

    @PutMapping(path = "/contents/{hash}", consumes = "application/octet-stream")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void send(
            @PathVariable String siteId,
            @PathVariable String hash,
            @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(schema = @Schema(type = "string", format = "binary")))
                    InputStream body)
            throws IOException {
        Site site = sites.mine(siteId);
        Blobs.Kept kept = blobs.put(IntakeRefusal.limited(body));
        if (!kept.hash().equals(checkedHash(hash))) {
            throw new Problem(
                    ProblemType.INVALID,
                    "A file changed on your disk while it was read, or was damaged on the way. Nothing was changed."
                            + " Send it again.");
        }
        contents.sent(site, Set.of(kept.hash()));
    }

    record Sent(String hash) {}

    /** For browsers that cannot compute hashes, which is so where the application is not reached over HTTPS. */
    @PostMapping(path = "/contents", consumes = "application/octet-stream")
    Sent sendUnhashed(
            @PathVariable String siteId,
            @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(schema = @Schema(type = "string", format = "binary")))
                    InputStream body)
            throws IOException {
        Site site = sites.mine(siteId);
        String hash = blobs.put(IntakeRefusal.limited(body)).hash();
        contents.sent(site, Set.of(hash));
        return new Sent(hash);
    }

    /** @param count how many contents came */
    record SentMany(int count) {}

    /** Many contents in one request, as a ZIP whose names do not matter: for programs that send a whole site. */
    @PutMapping(path = "/packs", consumes = "application/zip")
    SentMany sendMany(
            @PathVariable String siteId,
            @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(schema = @Schema(type = "string", format = "binary")))
                    InputStream body)
            throws IOException {
        Site site = sites.mine(siteId);
        Set<String> hashes = new LinkedHashSet<>();
        Blobs.Batch batch = blobs.batch();
        try {
            ZipInputStream zip = new ZipInputStream(body);
            // Bounded as it is unpacked, whatever the ZIP says of itself.
            InputStream unpacked = IntakeRefusal.limited(zip);
            while (zip.getNextEntry() != null) {
                if (hashes.size() == IntakeLimits.DEFAULT.files()) {
                    throw IntakeRefusal.of(
                            IntakeProblem.Kind.TOO_MANY_FILES, "more than " + IntakeLimits.DEFAULT.files());
                }
                hashes.add(batch.put(unpacked).hash());
            }
            if (hashes.isEmpty()) {
                throw IntakeRefusal.of(IntakeProblem.Kind.NOT_A_ZIP, "it has no files");
            }
            batch.settle();
        } finally {
            batch.close();
        }
        contents.sent(site, hashes);
        return new SentMany(hashes.size());
    }

    static String checkedHash(String hash) {
        if (!hash.matches("[0-9a-f]{64}")) {
            throw Problem.field("hash", "A hash is the SHA-256 of the content in 64 lower-case hex digits.");
        }
        return hash;
    }
}
