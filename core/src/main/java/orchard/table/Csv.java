package orchard.table;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import orchard.mistake.Mistake;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/**
 * Tables as comma-separated values (RFC 4180). Read with or without a byte-order mark, with any line ends, with quotes, and with
 * semicolons where the first line has them.
 */
public final class Csv {

    private static final char BYTE_ORDER_MARK = '\uFEFF';
    private static final int MOST_ROWS = 20_000;

    private Csv() {}

    /** One row; {@code line} is where it begins in the file, from 1. */
    public record Row(long line, Map<String, String> cells) {

        /** The cell of that name, "" if it is empty. */
        public String cell(String name) {
            return cells.getOrDefault(name, "").strip();
        }
    }

    /** A file that cannot be used: what is wrong, one sentence a line of the file. */
    public static final class Bad extends Mistake {

        private static final long serialVersionUID = 1;

        private final transient List<String> faults;

        /** What is wrong. */
        public Bad(List<String> faults) {
            super(String.join(" ", faults.subList(0, Math.min(8, faults.size())))
                    + (faults.size() > 8 ? " And %d more.".formatted(faults.size() - 8) : ""));
            this.faults = List.copyOf(faults);
        }

        /** Every fault as a sentence that begins with its line. */
        public List<String> faults() {
            return faults;
        }
    }

    /**
     * The rows of a table.
     *
     * @param columns the names that the first line has to have, in any order; upper and lower case are the same
     * @throws Bad with the line and what was expected there
     */
    public static List<Row> read(String text, String... columns) {
        String plain = !text.isEmpty() && text.charAt(0) == BYTE_ORDER_MARK ? text.substring(1) : text;
        String head = plain.lines().findFirst().orElse("");
        char delimiter = head.contains(";") && !head.contains(",") ? ';' : ',';
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(delimiter)
                .setIgnoreEmptyLines(true)
                .get();
        try (CSVParser parser = CSVParser.parse(new StringReader(plain), format)) {
            List<Row> rows = new ArrayList<>();
            List<String> names = null;
            for (CSVRecord record : parser) {
                long line = parser.getCurrentLineNumber();
                if (names == null) {
                    names = names(record, columns);
                } else if (record.size() != names.size()) {
                    throw new Bad(List.of("Line %d: %d cells, and the first line has %d."
                            .formatted(line, record.size(), names.size())));
                } else {
                    Map<String, String> cells = new LinkedHashMap<>();
                    for (int i = 0; i < names.size(); i++) {
                        cells.put(names.get(i), record.get(i));
                    }
                    rows.add(new Row(line, cells));
                }
                if (rows.size() > MOST_ROWS) {
                    throw new Bad(List.of("More than %,d lines.".formatted(MOST_ROWS)));
                }
            }
            if (names == null) {
                throw new Bad(List.of("Line 1: the file is empty; expected " + String.join(",", columns) + "."));
            }
            return rows;
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            throw new Bad(List.of("The file is no CSV: " + e.getMessage()));
        }
    }

    private static List<String> names(CSVRecord record, String... columns) {
        List<String> names = record.stream()
                .map(name -> name.strip().toLowerCase(Locale.ROOT))
                .toList();
        List<String> missing =
                Arrays.stream(columns).filter(column -> !names.contains(column)).toList();
        if (!missing.isEmpty()) {
            throw new Bad(List.of("Line 1: expected the columns %s; %s missing."
                    .formatted(
                            String.join(",", columns),
                            String.join(" and ", missing) + (missing.size() == 1 ? " is" : " are"))));
        }
        return names;
    }

    /** A table as text, lines ended as RFC 4180 has it. */
    public static String write(List<String> columns, List<List<String>> rows) {
        StringWriter out = new StringWriter();
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(columns);
            for (List<String> row : rows) {
                printer.printRecord(row);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }
}
