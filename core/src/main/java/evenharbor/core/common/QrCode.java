package evenharbor.core.common;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.stream.ImageOutputStream;

/**
 * A QR code (ISO/IEC 18004) as a picture of squares.
 *
 * @param size squares on each side, with the margin
 * @param path the dark squares as an SVG path, one unit each
 */
public record QrCode(int size, String path) {

    private static final double MILLIMETRES_PER_INCH = 25.4;
    private static final double MILLIMETRES_PER_METRE = 1000;
    private static final String PNG_FORMAT = "javax_imageio_png_1.0";

    /** The code of a text. */
    public static QrCode of(String text) {
        BitMatrix squares = squares(text);
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < squares.getHeight(); y++) {
            for (int x = 0; x < squares.getWidth(); x++) {
                if (squares.get(x, y)) {
                    path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                }
            }
        }
        return new QrCode(squares.getWidth(), path.toString());
    }

    private static BitMatrix squares(String text) {
        try {
            return new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0);
        } catch (WriterException e) {
            throw new IllegalStateException(e);
        }
    }

    /** As an SVG of this width, for print. */
    public String svg(int millimetres) {
        return String.format(
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%1$dmm\" height=\"%1$dmm\" viewBox=\"0 0 %2$d %2$d\""
                        + " shape-rendering=\"crispEdges\"><path fill=\"#fff\" d=\"M0 0h%2$dv%2$dH0z\"/><path d=\"%3$s\"/></svg>%n",
                millimetres, size, path);
    }

    /** A text's code as a PNG that says how large it is to be printed: each square has the same whole number of pixels. */
    public static byte[] png(String text, int millimetres, int dotsPerInch) {
        BitMatrix squares = squares(text);
        int wanted = (int) Math.round(millimetres / MILLIMETRES_PER_INCH * dotsPerInch);
        int each = Math.max(1, wanted / squares.getWidth());
        int width = each * squares.getWidth();
        BufferedImage picture = new BufferedImage(width, width, BufferedImage.TYPE_BYTE_BINARY);
        for (int y = 0; y < width; y++) {
            for (int x = 0; x < width; x++) {
                picture.setRGB(x, y, squares.get(x / each, y / each) ? 0 : 0xffffff);
            }
        }
        ImageWriter writer = ImageIO.getImageWritersByFormatName("png").next();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            ImageWriteParam parameters = writer.getDefaultWriteParam();
            IIOMetadata said = writer.getDefaultImageMetadata(
                    ImageTypeSpecifier.createFromBufferedImageType(BufferedImage.TYPE_BYTE_BINARY), parameters);
            said.mergeTree(PNG_FORMAT, sized(Math.round(width * MILLIMETRES_PER_METRE / millimetres)));
            writer.setOutput(out);
            writer.write(said, new IIOImage(picture, null, said), parameters);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }

    /** The size on paper (PNG, section 11.3.5.3). */
    private static IIOMetadataNode sized(long pixelsPerMetre) {
        IIOMetadataNode dimensions = new IIOMetadataNode("pHYs");
        dimensions.setAttribute("pixelsPerUnitXAxis", Long.toString(pixelsPerMetre));
        dimensions.setAttribute("pixelsPerUnitYAxis", Long.toString(pixelsPerMetre));
        dimensions.setAttribute("unitSpecifier", "meter");
        IIOMetadataNode root = new IIOMetadataNode(PNG_FORMAT);
        root.appendChild(dimensions);
        return root;
    }
}
