package orchard.signal;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.mistake.Mistake;

/**
 * Messages as people type them: MIDI in words ({@code CC 74 = 64, ch 2}; what {@link Message#words} says is understood) or in hex bytes
 * ({@code B1 4A 40}), OSC as an address with arguments ({@code /track/1 0.5 "text" true [1 2]}).
 */
public final class MessageText {

    /** What was typed is no message; the words name the place and what was expected. */
    public static final class NotUnderstood extends Mistake {
        private static final long serialVersionUID = 1;

        NotUnderstood(String message) {
            super(message);
        }
    }

    private interface Maker {
        MidiMessage make(Numbers numbers) throws NotUnderstood;
    }

    private record Form(Pattern pattern, Maker maker) {}

    /** A word of an OSC message, or where a text begins. */
    private static final Pattern WORD = Pattern.compile("“([^”]*)”|[\\[\\]]|[^\\s\\[\\]\"]+|\"");

    private static final String NUMBER = "([^\\s,=]+)";
    private static final String CHANNEL = "(?:[\\s,]+(?:ch|channel)\\s*" + NUMBER + ")?";

    private static final List<Form> FORMS = List.of(
            form(
                    "note NUMBER on(?:[\\s,]+(?:velocity\\s*)?NUMBER)?CHANNEL",
                    n -> new MidiMessage.NoteOn(n.channel(), n.note(0), n.optional(1, 100, 1, 127, "velocity"))),
            form(
                    "note NUMBER off(?:[\\s,]+(?:velocity\\s*)?NUMBER)?CHANNEL",
                    n -> new MidiMessage.NoteOff(n.channel(), n.note(0), n.optional(1, 64, 0, 127, "velocity"))),
            form(
                    "pressure of note NUMBER[\\s=]+NUMBERCHANNEL",
                    n -> new MidiMessage.PolyPressure(n.channel(), n.note(0), n.seven(1, "pressure"))),
            form(
                    "CC NUMBER and NUMBER[\\s=]+NUMBERCHANNEL",
                    n -> new MidiMessage.FineControlChange(
                            n.channel(), n.number(0, 0, 31, "coarse controller"), n.number(2, 0, 16383, "value"))),
            form(
                    "CC NUMBER[\\s=]+NUMBERCHANNEL",
                    n -> new MidiMessage.ControlChange(n.channel(), n.seven(0, "controller"), n.seven(1, "value"))),
            form("program NUMBERCHANNEL", n -> new MidiMessage.ProgramChange(n.channel(), n.seven(0, "program"))),
            form(
                    "channel pressure[\\s=]+NUMBERCHANNEL",
                    n -> new MidiMessage.ChannelPressure(n.channel(), n.seven(0, "pressure"))),
            form(
                    "pitch bend[\\s=]+NUMBERCHANNEL",
                    n -> new MidiMessage.PitchBend(n.channel(), n.number(0, 0, 16383, "bend"))),
            form(
                    "(N?RPN) NUMBER (up|down)(?:[\\s=]+NUMBER)?CHANNEL",
                    n -> new MidiMessage.ParameterNumber(
                            n.channel(),
                            n.text(0).equalsIgnoreCase("RPN"),
                            n.number(1, 0, 16382, "parameter number"),
                            n.optional(3, -1, 0, 16383, "value"),
                            n.text(2).equalsIgnoreCase("up") ? 1 : -1)),
            form(
                    "(N?RPN) NUMBER[\\s=]+NUMBERCHANNEL",
                    n -> new MidiMessage.ParameterNumber(
                            n.channel(),
                            n.text(0).equalsIgnoreCase("RPN"),
                            n.number(1, 0, 16382, "parameter number"),
                            n.number(2, 0, 16383, "value"),
                            0)),
            form("song position NUMBER", n -> {
                int position = n.number(0, 0, 16383, "song position");
                return new MidiMessage.SystemMessage(0xF2, position & 0x7F, position >> 7);
            }),
            form(
                    "time code quarter frame NUMBER:NUMBER",
                    n -> new MidiMessage.SystemMessage(
                            0xF1, n.number(0, 0, 7, "piece") << 4 | n.number(1, 0, 15, "nibble"), 0)),
            form("song NUMBER", n -> new MidiMessage.SystemMessage(0xF3, n.seven(0, "song"), 0)));

    private static final String EXPECTED =
            "Expected words like “CC 74 = 64, ch 1”, “note C4 on, velocity 100”, “program 5”, “pitch bend = 8192”, “NRPN 300 = 64”,"
                    + " “SysEx 7D 01”, “start”; or bytes like “B0 4A 40”; or OSC like “/track/1 0.5”";

    private MessageText() {}

    private static Form form(String words, Maker maker) {
        String pattern = words.replace("CHANNEL", CHANNEL)
                .replace("NUMBER", "([^\\s,=:]+)")
                .replaceAll("(?<=[a-zC]) (?=[a-z(A-Z])", "\\\\s+")
                .replace(" ", "\\s+");
        return new Form(Pattern.compile(pattern, Pattern.CASE_INSENSITIVE), maker);
    }

    /**
     * The message that was typed.
     *
     * @param names how notes are called in this rig
     * @throws NotUnderstood with place and expectation
     */
    public static Message parse(String typed, NoteName names) throws NotUnderstood {
        String text = NoteName.unspelled(typed.strip());
        if (text.isEmpty()) {
            throw new NotUnderstood(EXPECTED);
        } else if (text.startsWith("/")) {
            return osc(text);
        }
        for (Form form : FORMS) {
            Matcher matcher = form.pattern().matcher(text);
            if (matcher.matches()) {
                return form.maker().make(new Numbers(matcher, names));
            }
        }
        MidiMessage system = system(text);
        return system != null ? system : bytes(text);
    }

    private static MidiMessage system(String text) {
        for (int status : new int[] {0xF6, 0xF8, 0xFA, 0xFB, 0xFC, 0xFE, 0xFF}) {
            MidiMessage message = new MidiMessage.SystemMessage(status, 0, 0);
            if (message.words().equalsIgnoreCase(text)) {
                return message;
            }
        }
        return null;
    }

    private static Message bytes(String text) throws NotUnderstood {
        boolean sysEx = text.regionMatches(true, 0, "SysEx", 0, 5);
        String hex = (sysEx ? text.substring(5) : text).replaceAll("[\\s,]+", "");
        if (!hex.matches("[0-9A-Fa-f]*")) {
            throw new NotUnderstood(EXPECTED);
        } else if (hex.length() % 2 != 0) {
            throw new NotUnderstood("Byte %d: expected two hex digits".formatted(hex.length() / 2));
        }
        byte[] bytes = HexFormat.of().parseHex(hex);
        if (sysEx) {
            for (int i = 0; i < bytes.length; i++) {
                if (bytes[i] < 0) {
                    throw new NotUnderstood(
                            "Byte %d: expected 00–7F within a SysEx, found %02X".formatted(i, bytes[i] & 0xFF));
                }
            }
            return new MidiMessage.SysEx(bytes);
        }
        List<Message> messages = new ArrayList<>();
        MidiDecoder decoder = new MidiDecoder(messages::add);
        decoder.feed(bytes);
        decoder.end();
        if (messages.size() != 1) {
            throw new NotUnderstood(
                    messages.isEmpty()
                            ? "Expected the bytes of one message"
                            : "These are the bytes of " + messages.size() + " messages; expected one");
        } else if (messages.get(0) instanceof Malformed bad) {
            throw new NotUnderstood("These bytes are no whole message: " + bad.reason());
        }
        return messages.get(0);
    }

    private static OscMessage osc(String text) throws NotUnderstood {
        Matcher words = WORD.matcher(text);
        words.find();
        int addressEnd = text.indexOf(' ') < 0 ? text.length() : text.indexOf(' ');
        String address = text.substring(0, addressEnd);
        words.region(addressEnd, text.length());
        Deque<List<OscArgument>> open = new ArrayDeque<>();
        open.push(new ArrayList<>());
        while (words.find()) {
            String word = words.group();
            if (word.equals("[")) {
                if (open.size() > 16) {
                    throw new NotUnderstood("Letter %d: arrays nested deeper than 16".formatted(words.start() + 1));
                }
                open.push(new ArrayList<>());
            } else if (word.equals("]")) {
                OscArgument array = new OscArgument.Array(open.pop());
                if (open.isEmpty()) {
                    throw new NotUnderstood("Letter %d: “]” without “[”".formatted(words.start() + 1));
                }
                open.peek().add(array);
            } else if (word.equals("\"")) {
                StringBuilder quoted = new StringBuilder();
                words.region(quoted(text, words.start(), quoted), text.length());
                open.peek().add(new OscArgument.Text(quoted.toString()));
            } else {
                open.peek().add(argument(words, word));
            }
        }
        if (open.size() > 1) {
            throw new NotUnderstood("An array begins with “[” and never ends");
        }
        return new OscMessage(address, open.pop());
    }

    /**
     * What stands in quotes, letter by letter: of any length.
     *
     * @return where it goes on behind them
     */
    private static int quoted(String text, int opens, StringBuilder quoted) throws NotUnderstood {
        for (int at = opens + 1; at < text.length(); at++) {
            char next = text.charAt(at);
            if (next == '"') {
                return at + 1;
            }
            boolean isEscape = next == '\\' && at + 1 < text.length();
            quoted.append(isEscape ? text.charAt(++at) : next);
        }
        throw new NotUnderstood("Letter %d: a text begins and never ends".formatted(opens + 1));
    }

    private static OscArgument argument(Matcher words, String word) throws NotUnderstood {
        if (words.group(1) != null) {
            return new OscArgument.Text(words.group(1));
        }
        for (OscArgument.Plain plain : OscArgument.Plain.values()) {
            if (plain.words().equalsIgnoreCase(word)) {
                return plain;
            }
        }
        try {
            if (word.matches("[-+]?\\d+")) {
                long number = Long.parseLong(word);
                return number == (int) number ? new OscArgument.Int32((int) number) : new OscArgument.Int64(number);
            } else if (word.matches("[-+]?(\\d+\\.?\\d*|\\.\\d+)([eE][-+]?\\d+)?")) {
                return new OscArgument.Float32(Float.parseFloat(word));
            }
        } catch (NumberFormatException e) {
            throw new NotUnderstood("Letter %d: %s is too large".formatted(words.start() + 1, word));
        }
        return new OscArgument.Text(word);
    }

    /** What stood at the numbers of a form; the last group is always the channel. */
    private record Numbers(Matcher matcher, NoteName names) {

        String text(int index) {
            return matcher.group(index + 1);
        }

        int channel() throws NotUnderstood {
            boolean channelled = matcher.pattern().pattern().contains("channel)");
            String text = channelled ? matcher.group(matcher.groupCount()) : null;
            return text == null ? 1 : number(matcher.groupCount() - 1, 1, 16, "channel");
        }

        int note(int index) throws NotUnderstood {
            OptionalInt note = names.note(text(index));
            if (note.isEmpty()) {
                throw new NotUnderstood("“%s” is no note; expected 0–127 or a name from %s to %s"
                        .formatted(text(index), names.name(0), names.name(127)));
            }
            return note.getAsInt();
        }

        int seven(int index, String what) throws NotUnderstood {
            return number(index, 0, 127, what);
        }

        int optional(int index, int otherwise, int low, int high, String what) throws NotUnderstood {
            return text(index) == null ? otherwise : number(index, low, high, what);
        }

        int number(int index, int low, int high, String what) throws NotUnderstood {
            String text = text(index);
            if (text.matches("-?\\d{1,9}")) {
                int number = Integer.parseInt(text);
                if (number >= low && number <= high) {
                    return number;
                }
            }
            throw new NotUnderstood(String.format(Locale.ROOT, "The %s is %d–%d, not “%s”", what, low, high, text));
        }
    }
}
