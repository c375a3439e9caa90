package evenharbor.core.what.finding;

/** Which line of a text an index lies in; asked in order it costs nothing. */
final class Lines {

    private final String text;
    private int index;
    private int line = 1;

    Lines(String text) {
        this.text = text;
    }

    Place place(int start, int end) {
        if (start < index) {
            index = 0;
            line = 1;
        }
        for (int next = text.indexOf('\n', index); next >= 0 && next < start; next = text.indexOf('\n', index)) {
            line++;
            index = next + 1;
        }
        return new Place(start, end, line);
    }
}
