package evenharbor.app.common.web;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** A table as a CSV file (RFC 4180) that no spreadsheet takes for formulas. */
public final class CsvOut {

    /** Cells that a spreadsheet would take for a formula begin with one of these. */
    public static final String FORMULA = "=+-@\t\r";

    private CsvOut() {}

    /** The text of a table. */
    public static String of(List<String> columns, List<List<String>> rows) {
        StringWriter text = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(text)) {
            csv.writeRecord(columns);
            for (List<String> row : rows) {
                csv.writeRecord(row.stream().map(CsvOut::harmless).toList());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }

    private static String harmless(String cell) {
        return !cell.isEmpty() && FORMULA.indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
    }

    /** The answer that hands a text out as a file. */
    public static ResponseEntity<String> file(String name, String text) {
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(text);
    }
}
