package evenharbor.edge.blob;

import com.aayushatharva.brotli4j.Brotli4jLoader;
import com.aayushatharva.brotli4j.encoder.Encoder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.zip.Deflater;
import java.util.zip.GZIPOutputStream;

/** The forms a content is kept in: as it is, or packed for the way (RFC 9110 section 8.4.1). */
public enum Coding {
    IDENTITY("identity", "", ""),
    GZIP("gzip", ".gz", "-gz"),
    BROTLI("br", ".br", "-br");

    /** From 8 on, a tenth smaller costs ten times as long; a site of thousands of pages has to be packed soon. */
    private static final int BROTLI_QUALITY = 7;

    private final String token;
    private final String suffix;
    private final String mark;

    Coding(String token, String suffix, String mark) {
        this.token = token;
        this.suffix = suffix;
        this.mark = mark;
    }

    /** The name in Accept-Encoding and Content-Encoding. */
    public String token() {
        return token;
    }

    /** What the name of a stored file ends with. */
    String suffix() {
        return suffix;
    }

    /** What tells this form's entity tag from that of the others. */
    public String mark() {
        return mark;
    }

    /** Whether contents of a media type get smaller by packing. */
    public static boolean packs(String mediaType) {
        return mediaType.startsWith("text/")
                || mediaType.endsWith("+xml")
                || mediaType.endsWith("+json")
                || mediaType.endsWith("/xml")
                || mediaType.endsWith("/json")
                || mediaType.endsWith("/javascript")
                || mediaType.endsWith("/wasm")
                || mediaType.equals("font/ttf")
                || mediaType.equals("font/otf");
    }

    /** The packed bytes. */
    public byte[] pack(byte[] bytes) {
        try {
            return switch (this) {
                case IDENTITY -> bytes;
                case GZIP -> gzip(bytes);
                case BROTLI -> brotli(bytes);
            };
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static byte[] gzip(byte[] bytes) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length / 2 + 64);
        try (GZIPOutputStream gzip = new GZIPOutputStream(out, 8192) {
            {
                def.setLevel(Deflater.BEST_COMPRESSION);
            }
        }) {
            gzip.write(bytes);
        }
        return out.toByteArray();
    }

    /** Whether this form can be made here: for Brotli, whether there is a native library for this processor. */
    public boolean available() {
        return this != BROTLI || Brotli4jLoader.isAvailable();
    }

    private static byte[] brotli(byte[] bytes) throws IOException {
        Brotli4jLoader.ensureAvailability();
        return Encoder.compress(bytes, new Encoder.Parameters().setQuality(BROTLI_QUALITY));
    }
}
