package evenharbor.app.where.redirect;

import de.siegmar.fastcsv.reader.CommentStrategy;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.web.CsvOut;
import evenharbor.core.where.redirect.QueryRule;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectFault;
import evenharbor.core.where.redirect.RedirectIntake;
import evenharbor.core.where.redirect.RedirectReader;
import evenharbor.core.where.redirect.RedirectReading;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.where.redirect.TypedRedirect;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Redirects as a CSV file (RFC 4180). The first line names the columns, of which only the first two must be there; a file
 * without such a line is taken to have them in this order.
 */
final class RedirectFile {

    private static final List<String> COLUMNS = List.of(
            "source", "target", "status", "kind", "case", "slash", "query", "pages", "begins", "ends", "group", "note");

    /** What others call the two columns that must be there. */
    private static final Map<String, String> OTHER_NAMES = Map.of(
            "from", "source", "old", "source", "old url", "source", "to", "target", "new", "target", "new url",
            "target");

    private RedirectFile() {}

    /** Reads a file, line by line. */
    static List<RedirectIntake.Line> read(String text, RedirectReader reader) {
        List<CsvRecord> records = records(text);
        if (records.isEmpty()) {
            return List.of();
        }
        List<String> columns = columns(records.get(0));
        boolean named = columns != null;
        List<RedirectIntake.Line> lines = new ArrayList<>();
        for (CsvRecord csv : named ? records.subList(1, records.size()) : records) {
            lines.add(new RedirectIntake.Line(
                    Math.toIntExact(csv.getStartingLineNumber()), line(csv, named ? columns : COLUMNS, reader)));
        }
        return lines;
    }

    private static List<CsvRecord> records(String text) {
        String clean = text.startsWith("\uFEFF") ? text.substring(1) : text;
        String first = clean.lines().findFirst().orElse("");
        char separator = first.indexOf(';') >= 0 && first.indexOf(',') < 0
                ? ';'
                : first.indexOf('\t') >= 0 && first.indexOf(',') < 0 ? '\t' : ',';
        List<CsvRecord> records = new ArrayList<>();
        try {
            CsvReader.builder()
                    .fieldSeparator(separator)
                    .commentStrategy(CommentStrategy.NONE)
                    .skipEmptyLines(true)
                    .allowUnclosedQuote(false)
                    .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                    .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                    .ofCsvRecord(clean)
                    .forEach(records::add);
        } catch (CsvParseException e) {
            throw Problem.field(
                    "text",
                    "This is no CSV file from line " + (records.size() + 1)
                            + " on: a quotation mark is not closed, or stands within a word. Nothing was imported.");
        }
        return records;
    }

    /** The columns that a first line names; null when it is no such line. */
    private static List<String> columns(CsvRecord first) {
        List<String> names = first.getFields().stream()
                .map(f -> f.strip().toLowerCase(Locale.ROOT))
                .map(name -> OTHER_NAMES.getOrDefault(name, name))
                .toList();
        return names.contains("source") && names.contains("target") ? names : null;
    }

    private record Cells(CsvRecord csv, List<String> columns) {
        String of(String column) {
            int at = columns.indexOf(column);
            String text =
                    at < 0 || at >= csv.getFieldCount() ? "" : csv.getField(at).strip();
            // What was neutralised on the way out comes back as it was.
            return text.length() > 1 && text.charAt(0) == '\'' && CsvOut.FORMULA.indexOf(text.charAt(1)) >= 0
                    ? text.substring(1)
                    : text;
        }
    }

    private static RedirectReading line(CsvRecord csv, List<String> columns, RedirectReader reader) {
        Cells cells = new Cells(csv, columns);
        List<RedirectFault> faults = new ArrayList<>();
        String source = cells.of("source");
        Source.Kind kind = choice(cells, "kind", Source.Kind.class, kindOf(source), faults);
        QueryRule.Kind query = cells.of("query").contains("=")
                ? QueryRule.Kind.MATCH
                : choice(cells, "query", QueryRule.Kind.class, QueryRule.Kind.KEEP, faults);
        TypedRedirect typed = new TypedRedirect(
                "",
                kind,
                source,
                cells.of("target"),
                status(cells, faults),
                choice(cells, "case", Letters.class, Letters.IGNORED, faults) == Letters.IGNORED,
                choice(cells, "slash", Slash.class, Slash.IGNORED, faults) == Slash.EXACT,
                query,
                query == QueryRule.Kind.MATCH ? cells.of("query") : "",
                cells.of("pages").isEmpty()
                        ? Optional.empty()
                        : Optional.of(choice(cells, "pages", Pages.class, Pages.FIRST, faults) == Pages.FIRST),
                time(cells, "begins", faults),
                time(cells, "ends", faults),
                cells.of("group"),
                cells.of("note"),
                false,
                false);
        RedirectReading reading = reader.read(typed);
        if (faults.isEmpty()) {
            return reading;
        }
        faults.addAll(reading.faults());
        return new RedirectReading(Optional.empty(), List.copyOf(faults), reading.cleanings());
    }

    private enum Letters {
        IGNORED,
        EXACT
    }

    private enum Slash {
        IGNORED,
        EXACT
    }

    private enum Pages {
        FIRST,
        HIDDEN
    }

    private static Source.Kind kindOf(String source) {
        return source.contains("{")
                ? Source.Kind.PATTERN
                : source.endsWith("/*") ? Source.Kind.UNDER : Source.Kind.EXACT;
    }

    private static <E extends Enum<E>> E choice(
            Cells cells, String column, Class<E> type, E usual, List<RedirectFault> faults) {
        String text = cells.of(column).toUpperCase(Locale.ROOT);
        if (text.isEmpty()) {
            return usual;
        }
        return Arrays.stream(type.getEnumConstants())
                .filter(c -> c.name().equals(text))
                .findFirst()
                .orElseGet(() -> {
                    faults.add(new RedirectFault(
                            column,
                            "“" + cells.of(column) + "” is none of "
                                    + String.join(
                                            ", ",
                                            Arrays.stream(type.getEnumConstants())
                                                    .map(c -> c.name().toLowerCase(Locale.ROOT))
                                                    .toList())
                                    + "."));
                    return usual;
                });
    }

    private static int status(Cells cells, List<RedirectFault> faults) {
        String text = cells.of("status");
        if (text.isEmpty()) {
            return RedirectStatus.MOVED.code();
        }
        try {
            return Integer.parseInt(text);
        } catch (NumberFormatException e) {
            faults.add(new RedirectFault(
                    "status", "“" + text + "” is no status of a redirect. Use 301, 302, 307, 308 or 410."));
            return RedirectStatus.MOVED.code();
        }
    }

    private static Optional<Instant> time(Cells cells, String column, List<RedirectFault> faults) {
        String text = cells.of(column);
        if (text.isEmpty()) {
            return Optional.empty();
        }
        try {
            return Optional.of(
                    text.length() == 10
                            ? LocalDate.parse(text).atStartOfDay(ZoneOffset.UTC).toInstant()
                            : Instant.parse(text));
        } catch (DateTimeParseException e) {
            faults.add(new RedirectFault(
                    column.equals("begins") ? "from" : "until",
                    "“" + text + "” is no date. Write one such as 2027-03-01 or 2027-03-01T08:00:00Z."));
            return Optional.empty();
        }
    }

    /** Writes rules as a file. */
    static String write(List<Redirect> rules) {
        return CsvOut.of(COLUMNS, rules.stream().map(RedirectFile::cells).toList());
    }

    private static List<String> cells(Redirect rule) {
        return List.of(
                rule.source().path(),
                rule.target(),
                String.valueOf(rule.status().code()),
                rule.source().kind().name().toLowerCase(Locale.ROOT),
                rule.ignoresCase() ? "ignored" : "exact",
                rule.exactSlash() ? "exact" : "ignored",
                rule.query().kind() == QueryRule.Kind.MATCH
                        ? rule.query().parameters()
                        : rule.query().kind().name().toLowerCase(Locale.ROOT),
                rule.pagesFirst() ? "first" : "hidden",
                rule.from().map(Instant::toString).orElse(""),
                rule.until().map(Instant::toString).orElse(""),
                rule.group(),
                rule.note());
    }
}
