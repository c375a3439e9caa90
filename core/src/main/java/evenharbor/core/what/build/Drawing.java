package evenharbor.core.what.build;

import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.LoaderContext;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.renderer.NullPlatformSupport;
import com.github.weisj.jsvg.view.ViewBox;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.regex.Pattern;

/** An SVG drawing made into a picture of points. */
final class Drawing {

    /** How long the longer side of the picture is, in points. */
    private static final int LONGEST = 1024;

    private static final int MOST_BYTES = 400_000;

    /** Copies of copies grow by powers: with so few they stay some thousands. */
    private static final int MOST_COPIES = 20;

    private static final Pattern COPY = Pattern.compile("<(?:\\w+:)?use\\b");

    /**
     * What would not come out the same on each machine (words, in the fonts that are there), or could take long or reach
     * elsewhere.
     */
    private static final Pattern NOT_DRAWN = Pattern.compile(
            "<!ENTITY|<(?:\\w+:)?(?:text|image|filter|pattern|mask|marker|foreignObject|script|animate\\w*|set)\\b");

    private Drawing() {}

    /** The picture; empty when it cannot be drawn. */
    static Optional<BufferedImage> read(byte[] bytes) {
        if (bytes.length > MOST_BYTES) {
            return Optional.empty();
        }
        String text = new String(bytes, StandardCharsets.UTF_8);
        if (NOT_DRAWN.matcher(text).find() || COPY.matcher(text).results().count() > MOST_COPIES) {
            return Optional.empty();
        }
        try {
            SVGDocument drawing =
                    new SVGLoader().load(new ByteArrayInputStream(bytes), null, LoaderContext.createDefault());
            return drawing == null ? Optional.empty() : drawn(drawing);
        } catch (RuntimeException e) {
            // Damaged drawings make it throw what it likes.
            return Optional.empty();
        }
    }

    private static Optional<BufferedImage> drawn(SVGDocument drawing) {
        float width = drawing.size().width;
        float height = drawing.size().height;
        if (!(width > 0 && height > 0 && Float.isFinite(width) && Float.isFinite(height))) {
            return Optional.empty();
        }
        float scale = LONGEST / Math.max(width, height);
        int across = Math.max(1, Math.round(width * scale));
        int down = Math.max(1, Math.round(height * scale));
        BufferedImage picture = new BufferedImage(across, down, BufferedImage.TYPE_INT_ARGB);
        Graphics2D pen = picture.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        drawing.renderWithPlatform(NullPlatformSupport.INSTANCE, pen, new ViewBox(0, 0, across, down));
        pen.dispose();
        return Optional.of(picture);
    }
}
