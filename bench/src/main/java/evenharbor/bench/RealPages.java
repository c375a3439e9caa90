package evenharbor.bench;

import evenharbor.core.what.build.PageText;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.core.what.finding.Surroundings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Coding;
import evenharbor.edge.blob.DirectoryBlobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URLConnection;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jsoup.Jsoup;

/** A folder of pages on disk, as a site. */
record RealPages(Manifest files, DirectoryBlobs blobs) {

    /** @param work where contents are kept */
    static RealPages in(Path folder, Path work) throws IOException {
        DirectoryBlobs blobs = new DirectoryBlobs(Files.createDirectories(work.resolve("blobs")));
        Map<String, FileEntry> files = new HashMap<>();
        try (Stream<Path> all = Files.walk(folder, FileVisitOption.FOLLOW_LINKS)) {
            for (Path file : (Iterable<Path>) all.filter(Files::isRegularFile)::iterator) {
                byte[] bytes = Files.readAllBytes(file);
                String path = folder.relativize(file).toString();
                files.put(path, new FileEntry(blobs.put(bytes), bytes.length, mediaType(path), utf8(bytes)));
            }
        }
        blobs.settle();
        return new RealPages(Manifest.of(files), blobs);
    }

    /** All that is not right with them. */
    SiteFindings findings() {
        return SiteFindings.of(
                files,
                Surroundings.NONE,
                file -> Optional.of(
                        SiteFindings.facts(file.getKey(), PageText.shown(file.getValue(), bytes(file.getValue())))));
    }

    /** What a page says that its links begin at; empty when it says nothing, as style sheets never do. */
    String base(String page) {
        FileEntry file = files.at(page).orElseThrow();
        return Jsoup.parse(PageText.shown(file, bytes(file)))
                .select("base[href]")
                .attr("href");
    }

    private byte[] bytes(FileEntry file) {
        try {
            return blobs.read(file.hash(), Coding.IDENTITY);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String mediaType(String path) {
        return path.endsWith(".css")
                ? "text/css"
                : Optional.ofNullable(URLConnection.guessContentTypeFromName(path))
                        .orElse("application/octet-stream");
    }

    private static boolean utf8(byte[] bytes) {
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }
}
