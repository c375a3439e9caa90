package evenharbor.app.when.history;

import java.io.IOException;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.Tokenizer;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;

/**
 * Words of a text that {@link PageText#plain} made plain: runs of letters and digits, each ideograph and each hiragana by
 * itself. It knows no more of words than that, unlike the library's own tokenizer, whose rules for words (UAX #29) and
 * records of places and kinds cost as much as reading the pages does.
 */
final class PlainWords extends Analyzer {

    private static final int LONGEST = 255;
    private static final int BUFFER = 4_096;
    private static final int FIRST_BEYOND_ASCII = 128;
    private static final int FIRST_HIRAGANA = 0x3041;

    @Override
    protected TokenStreamComponents createComponents(String field) {
        return new TokenStreamComponents(new Words());
    }

    private static final class Words extends Tokenizer {

        private final CharTermAttribute term = addAttribute(CharTermAttribute.class);
        private final char[] read = new char[BUFFER];
        private int at;
        private int end;

        @Override
        public void reset() throws IOException {
            super.reset();
            at = 0;
            end = 0;
        }

        @Override
        public boolean incrementToken() throws IOException {
            clearAttributes();
            char[] out = term.buffer();
            int length = 0;
            while (length < LONGEST && more()) {
                char letter = read[at];
                boolean alone = standsAlone(letter);
                if (alone && length > 0) {
                    break;
                }
                at++;
                if (belongs(letter)) {
                    if (length == out.length) {
                        out = term.resizeBuffer(length + 1);
                    }
                    out[length++] = letter;
                    if (alone) {
                        break;
                    }
                } else if (length > 0) {
                    break;
                }
            }
            term.setLength(length);
            return length > 0;
        }

        private boolean more() throws IOException {
            if (at == end) {
                at = 0;
                end = Math.max(0, input.read(read, 0, read.length));
            }
            return at < end;
        }

        private static boolean belongs(char letter) {
            return letter < FIRST_BEYOND_ASCII
                    ? letter >= 'a' && letter <= 'z' || letter >= '0' && letter <= '9'
                    : Character.isLetterOrDigit(letter) || Character.isSurrogate(letter);
        }

        private static boolean standsAlone(char letter) {
            if (letter < FIRST_HIRAGANA) {
                return false;
            }
            Character.UnicodeScript script = Character.UnicodeScript.of(letter);
            return script == Character.UnicodeScript.HAN || script == Character.UnicodeScript.HIRAGANA;
        }
    }
}
