package orchard.form;

import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import orchard.signal.MidiMessage;

/** The kinds of MIDI messages whose parts are numbers, with how each reads: a bracket for each part. The channel comes last. */
enum Family {
    NOTE_ON(
            "note [] on, velocity [], ch []",
            List.of(part("note", 127), part("velocity", 1, 127)),
            m -> m instanceof MidiMessage.NoteOn n && n.velocity() > 0
                    ? new int[] {n.note(), n.velocity(), n.channel()}
                    : null,
            n -> new MidiMessage.NoteOn(n[2], n[0], n[1])),
    NOTE_OFF(
            "note [] off, velocity [], ch []",
            List.of(part("note", 127), part("velocity", 127)),
            Family::noteOff,
            n -> new MidiMessage.NoteOff(n[2], n[0], n[1])),
    KEY_PRESSURE(
            "pressure of note [] = [], ch []",
            List.of(part("note", 127), part("pressure", 127)),
            m -> m instanceof MidiMessage.PolyPressure p ? new int[] {p.note(), p.pressure(), p.channel()} : null,
            n -> new MidiMessage.PolyPressure(n[2], n[0], n[1])),
    CONTROLLER(
            "CC [] = [], ch []",
            List.of(part("controller", 127), part("value", 127)),
            m -> m instanceof MidiMessage.ControlChange c ? new int[] {c.number(), c.value(), c.channel()} : null,
            n -> new MidiMessage.ControlChange(n[2], n[0], n[1])),
    PROGRAM(
            "program [], ch []",
            List.of(part("program", 127)),
            m -> m instanceof MidiMessage.ProgramChange p ? new int[] {p.program(), p.channel()} : null,
            n -> new MidiMessage.ProgramChange(n[1], n[0])),
    CHANNEL_PRESSURE(
            "channel pressure = [], ch []",
            List.of(part("pressure", 127)),
            m -> m instanceof MidiMessage.ChannelPressure p ? new int[] {p.pressure(), p.channel()} : null,
            n -> new MidiMessage.ChannelPressure(n[1], n[0])),
    BEND(
            "pitch bend = [], ch []",
            List.of(part("bend", 16_383)),
            m -> m instanceof MidiMessage.PitchBend b ? new int[] {b.bend(), b.channel()} : null,
            n -> new MidiMessage.PitchBend(n[1], n[0])),
    FINE_CONTROLLER(
            "fine CC [] = [], ch []",
            List.of(part("controller", 31), part("value", 16_383)),
            m -> m instanceof MidiMessage.FineControlChange c ? new int[] {c.number(), c.value(), c.channel()} : null,
            n -> new MidiMessage.FineControlChange(n[2], n[0], n[1])),
    NRPN(
            "NRPN [] = [], ch []",
            List.of(part("number", 16_382), part("value", 16_383)),
            m -> numbered(m, false),
            n -> new MidiMessage.ParameterNumber(n[2], false, n[0], n[1], 0)),
    RPN(
            "RPN [] = [], ch []",
            List.of(part("number", 16_382), part("value", 16_383)),
            m -> numbered(m, true),
            n -> new MidiMessage.ParameterNumber(n[2], true, n[0], n[1], 0)),
    SONG_POSITION(
            "song position []",
            List.of(part("sixteenths", 16_383)),
            m -> m instanceof MidiMessage.SystemMessage s && s.status() == 0xF2
                    ? new int[] {s.data1() | s.data2() << 7}
                    : null,
            n -> new MidiMessage.SystemMessage(0xF2, n[0] & 0x7F, n[0] >> 7)),
    SONG(
            "song []",
            List.of(part("song", 127)),
            m -> m instanceof MidiMessage.SystemMessage s && s.status() == 0xF3 ? new int[] {s.data1()} : null,
            n -> new MidiMessage.SystemMessage(0xF3, n[0], 0)),
    START("start", 0xFA),
    CONTINUE("continue", 0xFB),
    STOP("stop", 0xFC);

    /** A part, and between which numbers it is. */
    record Part(String word, int low, int high) {}

    final String words;
    final List<Part> parts;
    private final Function<MidiMessage, int[]> reader;
    private final Function<int[], MidiMessage> maker;

    Family(String words, List<Part> parts, Function<MidiMessage, int[]> reader, Function<int[], MidiMessage> maker) {
        this.words = words;
        this.parts = words.contains("ch []")
                ? Stream.concat(parts.stream(), Stream.of(part("channel", 1, 16)))
                        .toList()
                : parts;
        this.reader = reader;
        this.maker = maker;
    }

    Family(String words, int status) {
        this(
                words,
                List.of(),
                m -> m instanceof MidiMessage.SystemMessage s && s.status() == status ? new int[0] : null,
                n -> new MidiMessage.SystemMessage(status, 0, 0));
    }

    private static int[] numbered(MidiMessage message, boolean registered) {
        return message instanceof MidiMessage.ParameterNumber p
                        && p.registered() == registered
                        && p.value() >= 0
                        && p.step() == 0
                ? new int[] {p.number(), p.value(), p.channel()}
                : null;
    }

    private static Part part(String word, int high) {
        return part(word, 0, high);
    }

    private static Part part(String word, int low, int high) {
        return new Part(word, low, high);
    }

    /** A note-on without velocity means that as well (MIDI 1.0, note-off). */
    private static int[] noteOff(MidiMessage message) {
        if (message instanceof MidiMessage.NoteOn on && on.velocity() == 0) {
            return new int[] {on.note(), 64, on.channel()};
        }
        return message instanceof MidiMessage.NoteOff off
                ? new int[] {off.note(), off.velocity(), off.channel()}
                : null;
    }

    /** Whether it is made of several messages. */
    boolean isJoined() {
        return this == FINE_CONTROLLER || this == NRPN || this == RPN;
    }

    /** The parts of a message of this kind; null for one of another. */
    int[] read(MidiMessage message) {
        return reader.apply(message);
    }

    MidiMessage make(int[] numbers) {
        return maker.apply(numbers);
    }
}
