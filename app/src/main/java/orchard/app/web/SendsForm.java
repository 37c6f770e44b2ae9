package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import orchard.gear.Dimension;
import orchard.gear.SendMode;
import orchard.mistake.Mistake;
import orchard.rig.EditRefused;
import orchard.signal.Encoding;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;
import orchard.signal.NoteName;

/**
 * What one number of a control sends, as a form: fields and back. A refusal names the field and what is expected there.
 *
 * @param what the kind of message, one of {@link #KINDS}
 * @param fields all other fields by name
 */
record SendsForm(String what, Map<String, String> fields) {

    /** The kinds of messages, by the word they have in the form. */
    static final Map<String, String> KINDS = kinds();

    private static Map<String, String> kinds() {
        Map<String, String> kinds = new LinkedHashMap<>();
        kinds.put("note", "note, velocity as played");
        kinds.put("gate", "note, on and off");
        kinds.put("keypressure", "pressure of a note");
        kinds.put("cc", "CC, 7 bit");
        kinds.put("cc14", "CC, 14 bit");
        kinds.put("nrpn", "NRPN");
        kinds.put("rpn", "RPN");
        kinds.put("program", "program change");
        kinds.put("bend", "pitch bend, 14 bit");
        kinds.put("pressure", "channel pressure");
        kinds.put("sysex", "SysEx with a number in it");
        kinds.put("osc", "OSC");
        return kinds;
    }

    /** The form of a dimension as it is. */
    static SendsForm of(Dimension dimension, NoteName notes) {
        Map<String, String> f = new LinkedHashMap<>();
        MessageId slot = dimension.pattern().ids().get(0);
        f.put("channel", String.valueOf(Math.max(1, slot.channel())));
        f.put("number", String.valueOf(slot.number()));
        f.put("encoding", dimension.pattern().encoding().name());
        String what;
        MessagePattern pattern = dimension.pattern();
        if (pattern instanceof MessagePattern.NoteVelocity
                || pattern instanceof MessagePattern.NoteGate
                || pattern instanceof MessagePattern.KeyPressure) {
            what = pattern instanceof MessagePattern.NoteVelocity
                    ? "note"
                    : pattern instanceof MessagePattern.NoteGate ? "gate" : "keypressure";
            f.put("number", slot.number() + " " + notes.name(slot.number()));
        } else if (pattern instanceof MessagePattern.Controller) {
            what = "cc";
        } else if (pattern instanceof MessagePattern.FineController) {
            what = "cc14";
        } else if (pattern instanceof MessagePattern.Numbered numbered) {
            what = numbered.registered() ? "rpn" : "nrpn";
            f.put("bits", String.valueOf(numbered.bits()));
        } else if (pattern instanceof MessagePattern.Program) {
            what = "program";
        } else if (pattern instanceof MessagePattern.Wheel) {
            what = "bend";
        } else if (pattern instanceof MessagePattern.Aftertouch) {
            what = "pressure";
        } else if (pattern instanceof MessagePattern.SysExByte sysEx) {
            what = "sysex";
            f.put("bytes", sysEx.template());
            f.put("release", sysEx.release());
        } else if (pattern instanceof MessagePattern.OscNumber osc) {
            what = "osc";
            f.put("address", osc.address());
            f.put("argument", String.valueOf(osc.index() + 1));
            f.put("low", plain(osc.low()));
            f.put("high", plain(osc.high()));
        } else {
            what = "touch";
        }
        SendMode output = dimension.output();
        f.put("press", output.press().name());
        f.put(
                "values",
                String.join(" ", output.values().stream().map(String::valueOf).toList()));
        f.put("rest", output.rest() == null ? "" : String.valueOf(output.rest()));
        f.put("off", String.valueOf(output.off()));
        return new SendsForm(what, f);
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? String.valueOf((long) number) : String.valueOf(number);
    }

    /** The field of that name, "" where there is none. */
    public String field(String name) {
        return fields.getOrDefault(name, "").strip();
    }

    /** The message. */
    MessagePattern pattern(String part, NoteName notes) {
        try {
            return switch (what) {
                case "note" -> new MessagePattern.NoteVelocity(channel(part), note(part, notes));
                case "gate" -> new MessagePattern.NoteGate(channel(part), note(part, notes));
                case "keypressure" -> new MessagePattern.KeyPressure(channel(part), note(part, notes));
                case "cc" ->
                    new MessagePattern.Controller(
                            channel(part), number(part, "number", "Controller", 0, 127), encoding());
                case "cc14" ->
                    new MessagePattern.FineController(
                            channel(part), number(part, "number", "The coarse half of a controller of 14 bit", 0, 31));
                case "nrpn" ->
                    new MessagePattern.Numbered(
                            channel(part), false, number(part, "number", "NRPN", 0, 16_382), bits());
                case "rpn" ->
                    new MessagePattern.Numbered(channel(part), true, number(part, "number", "RPN", 0, 16_382), bits());
                case "program" -> new MessagePattern.Program(channel(part), number(part, "number", "Program", 0, 127));
                case "bend" -> new MessagePattern.Wheel(channel(part));
                case "pressure" -> new MessagePattern.Aftertouch(channel(part));
                case "sysex" -> new MessagePattern.SysExByte(field("bytes"), encoding(), field("release"));
                case "osc" -> osc(part);
                default -> throw EditRefused.invalid(part, "what", "“" + what + "” is no kind of message");
            };
        } catch (IllegalArgumentException | Mistake e) {
            throw EditRefused.invalid(part, what.equals("sysex") ? "bytes" : "number", e.getMessage());
        }
    }

    private MessagePattern osc(String part) {
        String address = field("address");
        if (!address.matches("/[^\\s#*,?\\[\\]{}]+")) {
            throw EditRefused.invalid(
                    part, "address", "An OSC address begins with / and has no blanks, like /wand/squeeze");
        }
        double low = decimal(part, "low");
        double high = decimal(part, "high");
        if (low == high) {
            throw EditRefused.invalid(part, "high", "Lowest and highest have to differ");
        }
        Encoding encoding = field("encoding").equals("COUNTING") ? Encoding.COUNTING : Encoding.ABSOLUTE;
        return new MessagePattern.OscNumber(
                address, number(part, "argument", "Argument", 1, 64) - 1, low, high, encoding);
    }

    private Encoding encoding() {
        String name = field("encoding");
        return name.isEmpty() || name.equals("COUNTING") ? Encoding.ABSOLUTE : Encoding.valueOf(name);
    }

    private int bits() {
        return field("bits").equals("7") ? 7 : 14;
    }

    private int channel(String part) {
        return number(part, "channel", "Channel", 1, 16);
    }

    private int note(String part, NoteName notes) {
        String typed = field("number").replaceFirst("^(\\d+)\\s+\\S+$", "$1");
        OptionalInt note = notes.note(typed);
        if (note.isEmpty()) {
            throw EditRefused.invalid(
                    part,
                    "number",
                    "“%s” is no note; expected 0–127 or a name from %s to %s"
                            .formatted(typed, notes.name(0), notes.name(127)));
        }
        return note.getAsInt();
    }

    private int number(String part, String field, String name, int low, int high) {
        String typed = field(field);
        if (!typed.matches("-?\\d{1,9}")) {
            throw EditRefused.invalid(
                    part, field, "%s has to be a whole number of %d–%d, not “%s”".formatted(name, low, high, typed));
        }
        int number = Integer.parseInt(typed);
        if (number < low || number > high) {
            throw EditRefused.invalid(part, field, "%s %d is not in %d–%d".formatted(name, number, low, high));
        }
        return number;
    }

    private double decimal(String part, String field) {
        try {
            double number = Double.parseDouble(field(field).replace('−', '-').replace(',', '.'));
            if (Double.isFinite(number)) {
                return number;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw EditRefused.invalid(part, field, "“" + field(field) + "” is no number");
    }

    /** How the number is made of what a hand does. */
    SendMode output(String part) {
        SendMode.Press press =
                field("press").isEmpty() ? SendMode.Press.PLAYED : SendMode.Press.valueOf(field("press"));
        List<Integer> values = new ArrayList<>();
        if (press != SendMode.Press.PLAYED) {
            for (String value : field("values").split("[\\s,;]+")) {
                values.add(new SendsForm(what, Map.of("values", value))
                        .number(part, "values", "Each value", 0, what.equals("bend") ? 16_383 : 127));
            }
        }
        Integer rest =
                field("rest").isEmpty() ? null : (Integer) number(part, "rest", "The number to go back to", 0, 16_383);
        try {
            return new SendMode(press, values, rest, field("off").equals("true"));
        } catch (IllegalArgumentException | Mistake e) {
            throw EditRefused.invalid(part, "values", e.getMessage());
        }
    }
}
