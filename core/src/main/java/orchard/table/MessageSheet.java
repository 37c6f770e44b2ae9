package orchard.table;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import orchard.form.FormPatterns;
import orchard.form.FormReader;
import orchard.form.Reading;
import orchard.gear.Arrangement;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.signal.MessagePattern;
import orchard.signal.NoteName;
import orchard.signal.SysExTemplate;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * Messages with a name each, a line each, as manuals and spreadsheets have them: {@code Cutoff, F0 7D 04 10 05 vv F7}. Name and message are apart by a tab, a
 * comma or a semicolon, and may have a first line that says so ({@code name,message}). Each becomes a control of a device, or a parameter. A line that cannot be
 * used is named and keeps nothing from the others.
 *
 * @param entries what can be used, in the order of the lines
 * @param faults a sentence for each line that cannot
 */
public record MessageSheet(List<Entry> entries, List<String> faults) {

    /** The most lines that are taken. */
    public static final int MOST = 4096;

    private static final int LONGEST_NAME = 200;
    private static final String COLUMNS = "name and message, apart by a tab, a comma or a semicolon";

    /** The text of one line: a name and a message. */
    private record Line(long number, String name, String message) {}

    /**
     * One control or parameter.
     *
     * @param line where it stands, from 1
     * @param doubts what the message leaves open, said once for each line
     */
    public record Entry(long line, String name, FormPatterns.Found found, List<String> doubts) {}

    public MessageSheet {
        entries = List.copyOf(entries);
        faults = List.copyOf(faults);
    }

    /**
     * Reads a sheet for a device.
     *
     * @param profile what the device has already; what says the same is named, and left out
     * @param osc whether the device speaks OSC, and not MIDI
     * @param channel 1–16, where a message leaves it open
     * @param parameters whether parameters are to be made, and not controls
     */
    public static MessageSheet of(
            String text, Profile profile, boolean osc, int channel, boolean parameters, NoteName names) {
        Map<Long, String> faults = new TreeMap<>();
        List<Entry> entries = new ArrayList<>();
        Map<Object, String> taken = new HashMap<>();
        if (parameters) {
            profile.parameters().forEach(one -> taken.put(one.binding().key(), one.name()));
        } else {
            profile.controls()
                    .forEach(control -> control.dimensions().stream()
                            .flatMap(dimension -> dimension.pattern().ids().stream())
                            .forEach(key -> taken.put(key, control.name())));
        }
        for (Line line : lines(text, faults)) {
            try {
                List<Entry> mine = entries(line, channel, names);
                for (Entry entry : mine) {
                    check(entry, osc, parameters, taken);
                }
                entries.addAll(mine);
            } catch (Mistake e) {
                faults.put(line.number(), "Line %d (%s): %s.".formatted(line.number(), shown(line), e.getMessage()));
            }
        }
        if (entries.size() > MOST) {
            throw new Mistake(
                    "A device gets at most %,d from a sheet, and this has %,d".formatted(MOST, entries.size()));
        } else if (entries.isEmpty() && faults.isEmpty()) {
            throw new Mistake("Paste lines with " + COLUMNS + ", like: Cutoff, F0 7D 04 10 05 vv F7");
        }
        return new MessageSheet(entries, List.copyOf(faults.values()));
    }

    private static String shown(Line line) {
        String name = line.name().isBlank() ? "no name" : line.name();
        return name.length() > 40 ? name.substring(0, 40) + "…" : name;
    }

    private static List<Line> lines(String text, Map<Long, String> faults) {
        List<String> plain = text.lines().toList();
        String first =
                plain.stream().filter(line -> !line.isBlank()).findFirst().orElse("");
        char apart = first.contains("\t") ? '\t' : first.contains(";") && !first.contains(",") ? ';' : ',';
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(apart)
                .setIgnoreSurroundingSpaces(true)
                .get();
        List<Line> lines = new ArrayList<>();
        int[] columns = null;
        for (int i = 0; i < plain.size(); i++) {
            if (plain.get(i).isBlank()) {
                continue;
            }
            List<String> cells = cells(plain.get(i), format);
            if (cells == null) {
                faults.put(i + 1L, "Line %d: a quotation mark that is opened is not closed.".formatted(i + 1));
                continue;
            }
            if (columns == null) {
                columns = columns(cells);
                if (columns.length == 2) {
                    continue;
                }
            }
            boolean isShort =
                    cells.size() < 2 || columns.length == 2 && cells.size() <= Math.max(columns[0], columns[1]);
            if (isShort) {
                faults.put(
                        i + 1L,
                        "Line %d: expected %s; found “%s”."
                                .formatted(i + 1, COLUMNS, cut(plain.get(i).strip())));
            } else if (columns.length == 2) {
                lines.add(new Line(i + 1, cells.get(columns[0]), cells.get(columns[1])));
            } else {
                String message =
                        cells.stream().skip(1).filter(cell -> !cell.isBlank()).collect(Collectors.joining(", "));
                lines.add(new Line(i + 1, cells.get(0), message));
            }
        }
        return lines;
    }

    private static String cut(String text) {
        return text.length() > 60 ? text.substring(0, 60) + "…" : text;
    }

    /** Null where they cannot be read. */
    private static List<String> cells(String line, CSVFormat format) {
        try (CSVParser parser = CSVParser.parse(new StringReader(line), format)) {
            for (CSVRecord record : parser) {
                return record.stream().map(String::strip).toList();
            }
            return List.of();
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            return null;
        }
    }

    /** Where name and message stand, if the first line says so; else nothing. */
    private static int[] columns(List<String> first) {
        List<String> small =
                first.stream().map(cell -> cell.toLowerCase(Locale.ROOT)).toList();
        boolean isHead = small.contains("name") && small.contains("message");
        return isHead ? new int[] {small.indexOf("name"), small.indexOf("message")} : new int[0];
    }

    private static List<Entry> entries(Line line, int channel, NoteName names) {
        if (line.name().isBlank()) {
            throw new Mistake("a name is needed");
        } else if (line.name().length() > LONGEST_NAME) {
            throw new Mistake("a name has at most " + LONGEST_NAME + " letters");
        }
        Optional<FormPatterns.Found> template = template(line.message());
        if (template.isPresent()) {
            return List.of(new Entry(line.number(), line.name(), template.get(), List.of()));
        }
        Reading read = FormReader.read(line.message(), names);
        List<FormPatterns.Found> found = FormPatterns.of(read.form(), channel);
        List<Entry> entries = new ArrayList<>();
        for (FormPatterns.Found one : found) {
            String name = found.size() == 1 ? line.name() : line.name() + " " + one.number();
            entries.add(new Entry(line.number(), name, one, entries.isEmpty() ? read.doubts() : List.of()));
        }
        return entries;
    }

    /** What is written as addresses of parameters are, with its checksum: {@code F0 7D 04 vv cs1 F7}. */
    private static Optional<FormPatterns.Found> template(String message) {
        String bytes = message.replaceAll("[,;\\s]+", " ").strip();
        if (!bytes.matches("(?i)(sysex |f0\\b).*\\b(vv|vl|vh|nl|nh)\\b.*")) {
            return Optional.empty();
        }
        try {
            String text =
                    SysExTemplate.of(bytes.replaceFirst("(?i)^sysex ", "")).text();
            return Optional.of(new FormPatterns.Found("", "turn", new MessagePattern.SysExByte(text), false));
        } catch (Mistake e) {
            return Optional.empty(); // a manual may mean something else by it
        }
    }

    private static void check(Entry entry, boolean osc, boolean parameters, Map<Object, String> taken) {
        MessagePattern pattern = entry.found().pattern();
        boolean isOsc = pattern instanceof MessagePattern.OscNumber;
        if (isOsc != osc) {
            throw new Mistake(
                    osc ? "this device speaks OSC, and that is MIDI" : "this device speaks MIDI, and that is OSC");
        }
        Set<Object> keys = parameters ? Set.of(binding(pattern).key()) : Set.copyOf(pattern.ids());
        for (Object key : keys) {
            String other = taken.putIfAbsent(key, entry.name());
            if (other != null) {
                throw new Mistake("“" + cut(other) + "” says the same");
            }
        }
    }

    /** A profile with a control for each. */
    public Profile controls(Profile before) {
        List<Control> there = before.controls();
        Set<String> ids = there.stream().map(Control::id).collect(Collectors.toCollection(TreeSet::new));
        List<Control> added = new ArrayList<>();
        int number = 1;
        for (Entry entry : entries) {
            while (!ids.add("sheet" + number)) {
                number++;
            }
            added.add(new Control(
                    "sheet" + number,
                    entry.name(),
                    kind(entry.found()),
                    dimensions(entry.found()),
                    new Control.Face(0, 0, 1, 1)));
        }
        List<Control> all = new ArrayList<>(there);
        Set<String> names = there.stream().map(Control::name).collect(Collectors.toSet());
        all.addAll(Arrangement.named(names, Arrangement.place(there, added)));
        return before.withControls(all);
    }

    private static Control.Kind kind(FormPatterns.Found found) {
        if (found.pattern() instanceof MessagePattern.NoteVelocity) {
            return Control.Kind.PAD;
        } else if (found.pattern() instanceof MessagePattern.Wheel) {
            return Control.Kind.WHEEL;
        }
        return found.pressed() ? Control.Kind.BUTTON : Control.Kind.KNOB;
    }

    private static List<Dimension> dimensions(FormPatterns.Found found) {
        Dimension first = new Dimension(found.dimension(), found.pattern());
        return found.pattern() instanceof MessagePattern.NoteVelocity note
                ? List.of(first, new Dimension("gate", new MessagePattern.NoteGate(note.channel(), note.note())))
                : List.of(first);
    }

    /** A profile with a parameter for each, over all the numbers that can be said. */
    public Profile parameters(Profile before) {
        List<Parameter> all = new ArrayList<>(before.parameters());
        Set<String> ids = all.stream().map(Parameter::id).collect(Collectors.toCollection(TreeSet::new));
        int number = 1;
        for (Entry entry : entries) {
            while (!ids.add("sheet" + number)) {
                number++;
            }
            all.add(new Parameter(
                    "sheet" + number,
                    "",
                    entry.name(),
                    new Range(0, entry.found().pattern().high(), ""),
                    new Law.Linear(),
                    0,
                    binding(entry.found().pattern()),
                    true));
        }
        return before.withParameters(all);
    }

    /** How a parameter is said and heard that is said like this. */
    private static Binding binding(MessagePattern pattern) {
        if (pattern instanceof MessagePattern.Controller cc) {
            return new Binding.Controller(cc.channel(), cc.controller());
        } else if (pattern instanceof MessagePattern.FineController cc) {
            return new Binding.FineController(cc.channel(), cc.controller());
        } else if (pattern instanceof MessagePattern.Numbered numbered) {
            return new Binding.Numbered(numbered.channel(), numbered.registered(), numbered.number());
        } else if (pattern instanceof MessagePattern.SysExByte sysEx) {
            return new Binding.SysEx(sysEx.template());
        } else if (pattern instanceof MessagePattern.OscNumber number && number.index() == 0) {
            return new Binding.Osc(number.address());
        }
        throw new Mistake("no parameter is said like this; make controls of such messages");
    }
}
