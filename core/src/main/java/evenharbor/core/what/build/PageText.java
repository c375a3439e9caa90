package evenharbor.core.what.build;

import evenharbor.core.what.version.FileEntry;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The text of a page, so that it can be edited and be bytes again, with all that was not edited as it was. UTF-8 and UTF-16
 * are read as what they are. In any other encoding of the web tags are ASCII (WHATWG Encoding, section 4.2): each byte is
 * taken for a character, and what is put in keeps to ASCII.
 *
 * @param text the text
 * @param charset what makes it bytes again
 */
public record PageText(String text, Charset charset) {

    private static final Charset USUAL = Charset.forName("windows-1252");
    private static final Pattern ENCODING = Pattern.compile("(?i)charset\\s*=\\s*[\"']?\\s*([\\w:.-]+)");

    /** How far into a page browsers look for its encoding. */
    private static final int HEAD = 1024;

    /** Of a file. */
    public static PageText of(FileEntry file, byte[] bytes) {
        if (file.utf8()) {
            return new PageText(new String(bytes, StandardCharsets.UTF_8), StandardCharsets.UTF_8);
        }
        Charset charset = marked(bytes);
        try {
            return new PageText(
                    charset.newDecoder().decode(ByteBuffer.wrap(bytes)).toString(), charset);
        } catch (CharacterCodingException e) {
            // Half a character would not come back as it was.
            return new PageText(new String(bytes, StandardCharsets.ISO_8859_1), StandardCharsets.ISO_8859_1);
        }
    }

    /** The words of a page as browsers read them: in the encoding it says it is in (WHATWG Encoding, section 4.2). */
    public static String shown(FileEntry file, byte[] bytes) {
        PageText text = of(file, bytes);
        return text.charset().equals(StandardCharsets.ISO_8859_1) ? new String(bytes, said(text.text())) : text.text();
    }

    /** What a page says near its beginning; what browsers take it for when it says none, or one that nobody knows. */
    private static Charset said(String text) {
        Matcher said = ENCODING.matcher(text.substring(0, Math.min(HEAD, text.length())));
        try {
            Charset charset = said.find() ? Charset.forName(said.group(1)) : USUAL;
            // Both names mean the larger of the two on the web.
            return charset.equals(StandardCharsets.ISO_8859_1) || charset.equals(StandardCharsets.US_ASCII)
                    ? USUAL
                    : charset;
        } catch (IllegalArgumentException e) {
            return USUAL;
        }
    }

    private static Charset marked(byte[] bytes) {
        if (bytes.length >= 2 && (bytes[0] & 0xff) == 0xfe && (bytes[1] & 0xff) == 0xff) {
            return StandardCharsets.UTF_16BE;
        }
        if (bytes.length >= 2 && (bytes[0] & 0xff) == 0xff && (bytes[1] & 0xff) == 0xfe) {
            return StandardCharsets.UTF_16LE;
        }
        return StandardCharsets.ISO_8859_1;
    }

    /** Another text in the same encoding. */
    public byte[] bytes(String other) {
        return other.getBytes(charset);
    }
}
