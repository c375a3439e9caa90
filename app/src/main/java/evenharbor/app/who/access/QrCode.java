package evenharbor.app.who.access;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;

/**
 * A QR code as a picture of squares.
 *
 * @param size squares on each side, with the margin
 * @param path the dark squares as an SVG path, one unit each
 */
record QrCode(int size, String path) {

    /** The code of a text. */
    static QrCode of(String text) {
        try {
            BitMatrix squares = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0);
            StringBuilder path = new StringBuilder();
            for (int y = 0; y < squares.getHeight(); y++) {
                for (int x = 0; x < squares.getWidth(); x++) {
                    if (squares.get(x, y)) {
                        path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                    }
                }
            }
            return new QrCode(squares.getWidth(), path.toString());
        } catch (WriterException e) {
            throw new IllegalStateException(e);
        }
    }
}
