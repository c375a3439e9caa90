package evenharbor.app.overview.moving;

import evenharbor.app.HarborProperties;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Everything of an account as one file, and back in. */
@RestController
@RequestMapping("/api/account/file")
class MovingController {

    private static final long LARGEST = 4L << 30;

    private final AccountExport export;
    private final ArchiveWriter writer;
    private final AccountImport imports;
    private final Path incoming;

    MovingController(AccountExport export, ArchiveWriter writer, AccountImport imports, HarborProperties harbor)
            throws IOException {
        this.export = export;
        this.writer = writer;
        this.imports = imports;
        this.incoming = Files.createDirectories(harbor.home().resolve("incoming"));
    }

    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/zip", schema = @Schema(type = "string", format = "binary")))
    @GetMapping(produces = "application/zip")
    void takeAlong(HttpServletResponse response) throws IOException {
        AccountExport.Taken taken = export.read();
        response.setContentType("application/zip");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"even-harbor-account.zip\"");
        writer.write(taken, response.getOutputStream());
    }

    @PutMapping(consumes = {"application/zip", "application/octet-stream"})
    AccountImport.Came bring(@RequestParam(defaultValue = "false") boolean rightsConfirmed, HttpServletRequest request)
            throws IOException {
        Path file = Files.createTempFile(incoming, "account", ".part");
        try {
            try (InputStream body = ArchiveReader.limited(request.getInputStream(), LARGEST)) {
                Files.copy(body, file, StandardCopyOption.REPLACE_EXISTING);
            }
            return imports.bring(file, rightsConfirmed);
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
