package orchard.table;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import orchard.gear.Swatch;
import orchard.mistake.Mistake;

/** A device's colour table as a file: columns value, name and colour. */
public final class Palette {

    private Palette() {}

    /** The table as CSV. */
    public static String csv(List<Swatch> swatches) {
        return Csv.write(
                List.of("value", "name", "colour"),
                swatches.stream()
                        .map(swatch -> List.of(String.valueOf(swatch.value()), swatch.name(), swatch.colour()))
                        .toList());
    }

    /**
     * The table in a CSV text.
     *
     * @throws Csv.Bad naming every line that cannot be and what was expected
     */
    public static List<Swatch> read(String csv) {
        List<Swatch> swatches = new ArrayList<>();
        List<String> faults = new ArrayList<>();
        Set<Integer> values = new HashSet<>();
        for (Csv.Row row : Csv.read(csv, "value", "name", "colour")) {
            String value = row.cell("value");
            if (!value.matches("\\d{1,3}")) {
                faults.add("Line %d: the value “%s” is no number of 0–127.".formatted(row.line(), value));
                continue;
            }
            try {
                Swatch swatch = new Swatch(Integer.parseInt(value), row.cell("name"), row.cell("colour"));
                if (!values.add(swatch.value())) {
                    faults.add("Line %d: the value %s is there twice.".formatted(row.line(), value));
                }
                swatches.add(swatch);
            } catch (Mistake e) {
                faults.add("Line %d: %s.".formatted(row.line(), e.getMessage()));
            }
        }
        if (!faults.isEmpty()) {
            throw new Csv.Bad(faults);
        }
        return swatches;
    }
}
