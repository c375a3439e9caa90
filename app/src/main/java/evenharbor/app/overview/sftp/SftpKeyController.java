package evenharbor.app.overview.sftp;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Keys that programs sign in by, over HTTP. */
@RestController
@RequestMapping("/api/sftp-keys")
class SftpKeyController {

    private final SftpKeys keys;

    SftpKeyController(SftpKeys keys) {
        this.keys = keys;
    }

    /** @param key the line of a public key file */
    record SftpKeyForm(
            @NotBlank(message = "Say what the key is for.") @Size(max = 120, message = "Use at most 120 characters.")
            String name,

            @NotBlank(message = "Paste the public key.") @Size(max = 10_000, message = "A public key is one line.")
            String key) {}

    record SftpKeyView(
            String id,
            String name,
            String type,
            String fingerprint,
            Instant createdAt,
            @Schema(nullable = true) Instant lastUsedAt) {

        static SftpKeyView of(SftpKeys.Key key) {
            return new SftpKeyView(
                    key.id(),
                    key.name(),
                    key.type(),
                    key.fingerprint(),
                    key.createdAt(),
                    key.lastUsedAt().orElse(null));
        }
    }

    @GetMapping
    List<SftpKeyView> all() {
        return keys.mine().stream().map(SftpKeyView::of).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SftpKeyView add(@Valid @RequestBody SftpKeyForm form) {
        return SftpKeyView.of(keys.add(form.name(), form.key()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id) {
        keys.remove(id);
    }
}
