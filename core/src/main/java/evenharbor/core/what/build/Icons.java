package evenharbor.core.what.build;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.ImageOutputStream;
import javax.imageio.stream.MemoryCacheImageInputStream;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** Icons of a site, made of its logo: whole within a square, with nothing around it. */
final class Icons {

    /** A larger picture is not read into memory, in pixels. */
    private static final long MOST_PIXELS = 40_000_000;

    private Icons() {}

    /** The picture; empty when it is none that can be read, or too large. */
    static Optional<BufferedImage> read(byte[] bytes) {
        try (ImageInputStream in = new MemoryCacheImageInputStream(new ByteArrayInputStream(bytes))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return Optional.empty();
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                return (long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS
                        ? Optional.empty()
                        : Optional.of(reader.read(0));
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            // Readers of damaged pictures throw what they like.
            return Optional.empty();
        }
    }

    /** A square PNG. @param size its width in pixels */
    static byte[] png(BufferedImage picture, int size) {
        BufferedImage square = picture;
        int longest = Math.max(picture.getWidth(), picture.getHeight());
        // Halved step by step: in one step fine lines would be lost.
        while (longest / 2 >= size) {
            longest /= 2;
            square = drawn(square, longest);
        }
        return written(drawn(square, size));
    }

    private static BufferedImage drawn(BufferedImage picture, int size) {
        int longest = Math.max(picture.getWidth(), picture.getHeight());
        int width = Math.max(1, Math.round(picture.getWidth() * (float) size / longest));
        int height = Math.max(1, Math.round(picture.getHeight() * (float) size / longest));
        BufferedImage square = new BufferedImage(size, size, BufferedImage.TYPE_INT_ARGB);
        Graphics2D pen = square.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        pen.drawImage(picture, (size - width) / 2, (size - height) / 2, width, height, null);
        pen.dispose();
        return square;
    }

    private static byte[] written(BufferedImage picture) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ImageOutputStream image = new MemoryCacheImageOutputStream(out)) {
            ImageIO.write(picture, "png", image);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** An icon file that holds one PNG, for browsers that ask for {@code /favicon.ico} of themselves. */
    static byte[] ico(byte[] png, int size) {
        ByteBuffer out = ByteBuffer.allocate(22 + png.length).order(ByteOrder.LITTLE_ENDIAN);
        out.putShort((short) 0).putShort((short) 1).putShort((short) 1);
        out.put((byte) size).put((byte) size).put((byte) 0).put((byte) 0);
        out.putShort((short) 1).putShort((short) 32).putInt(png.length).putInt(22);
        return out.put(png).array();
    }
}
