package evenharbor.app.what.version;

import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.core.hosting.host.HostFolder;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.Reach;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.Channels;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A version as a ZIP, built for any base path. The same version and path give the same bytes. */
@RestController
class VersionZipController {

    /** All entries bear one time: the ZIP is about contents. */
    private static final LocalDateTime TIME = LocalDateTime.of(2000, 1, 1, 0, 0);

    private final Versions versions;
    private final Builds builds;
    private final Manifests manifests;
    private final Blobs blobs;

    VersionZipController(Versions versions, Builds builds, Manifests manifests, Blobs blobs) {
        this.versions = versions;
        this.builds = builds;
        this.manifests = manifests;
        this.blobs = blobs;
    }

    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/zip", schema = @Schema(type = "string", format = "binary")))
    @GetMapping(path = "/api/sites/{siteId}/versions/{number}/zip", produces = "application/zip")
    void zip(
            @PathVariable String siteId,
            @PathVariable int number,
            @RequestParam(defaultValue = "") String base,
            HttpServletResponse response)
            throws IOException {
        SavedVersion version = versions.of(siteId, number);
        String folder = HostFolder.clean("/" + base);
        String path = folder.equals("/") ? "" : folder;
        Manifest build = manifests.get(builds.of(
                version.manifest(), version.settings(), new Builder.BuildOptions(path, Map.of(), Reach.UNTOLD)));
        response.setContentType("application/zip");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"version-" + number + ".zip\"");
        // Written within the request: one that is put aside has a time after which it is cut, however fast it flows.
        try (ZipOutputStream zip = new ZipOutputStream(response.getOutputStream())) {
            for (Map.Entry<String, FileEntry> file : build.files().entrySet()) {
                ZipEntry entry = new ZipEntry(file.getKey());
                entry.setTimeLocal(TIME);
                zip.putNextEntry(entry);
                try (InputStream content =
                        Channels.newInputStream(blobs.open(file.getValue().hash(), Coding.IDENTITY))) {
                    content.transferTo(zip);
                }
                zip.closeEntry();
            }
        }
    }
}
