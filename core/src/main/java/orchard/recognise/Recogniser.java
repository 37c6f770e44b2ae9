package orchard.recognise;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.signal.Encoding;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;
import orchard.signal.TouchMessage;

/**
 * Finds out what a device's controls are while a person touches one after another. It keeps what came from each place of the wire
 * and looks at all of it anew whenever it is asked, so that a gesture made later can change what was thought before. Clock, active sensing
 * and other system messages are passed over. Not safe for several threads.
 */
public final class Recogniser {

    /** The controllers that choose a parameter number (MIDI 1.0, “Control Change”), if data entry follows. */
    private static final Set<Integer> SELECTORS = Set.of(98, 99, 100, 101);

    private static final int MOST_TRAILS = 1_000;
    private static final int LONGEST_SYSEX = 16;

    private final Map<MessageId, ValueHistory> trails = new LinkedHashMap<>();
    private final MidiJoiner joiner = new MidiJoiner();
    /** Channels on which parameter numbers were set: there the controllers that choose a number are no controls. */
    private final Set<Integer> numbers = new HashSet<>();

    private int order;
    private final Set<MessageId> fineHeard = new HashSet<>();

    /**
     * Takes a message.
     *
     * @param nanos when it came, never backwards
     */
    public void heard(long nanos, Message message) {
        if (message instanceof MidiMessage.NoteOn m) {
            note(nanos, m.channel(), m.note(), m.velocity());
        } else if (message instanceof MidiMessage.NoteOff m) {
            note(nanos, m.channel(), m.note(), 0);
        } else if (message instanceof MidiMessage.PolyPressure m) {
            add(nanos, new MessagePattern.KeyPressure(m.channel(), m.note()), 7, m.pressure());
        } else if (message instanceof MidiMessage.ControlChange m) {
            controller(nanos, m);
        } else if (message instanceof MidiMessage.PitchBend m) {
            add(nanos, new MessagePattern.Wheel(m.channel()), 14, m.bend());
        } else if (message instanceof MidiMessage.ChannelPressure m) {
            add(nanos, new MessagePattern.Aftertouch(m.channel()), 7, m.pressure());
        } else if (message instanceof MidiMessage.ProgramChange m) {
            add(nanos, new MessagePattern.Program(m.channel(), m.program()), 7, 127);
        } else if (message instanceof MidiMessage.SysEx m) {
            sysEx(nanos, m);
        } else if (message instanceof TouchMessage m) {
            add(nanos, new MessagePattern.Touch(m.element()), 0, m.value());
        } else if (message instanceof OscMessage m) {
            for (int i = 0; i < m.arguments().size(); i++) {
                double number = m.arguments().get(i) instanceof OscArgument.Text ? Double.NaN : m.number(i);
                if (Double.isFinite(number)) {
                    add(nanos, new MessagePattern.OscNumber(m.address(), i, 0, 1, Encoding.ABSOLUTE), 0, number);
                }
            }
        }
    }

    private void note(long nanos, int channel, int note, int velocity) {
        add(nanos, new MessagePattern.NoteVelocity(channel, note), 7, velocity);
    }

    private void controller(long nanos, MidiMessage.ControlChange m) {
        MidiMessage.ParameterNumber numbered = joiner.numbered(m);
        if (numbered != null) {
            numbers.add(m.channel());
            SELECTORS.forEach(selector ->
                    trails.remove(controller(m.channel(), selector).ids().get(0)));
        }
        if (numbered != null && numbered.value() >= 0) {
            MessagePattern pattern =
                    new MessagePattern.Numbered(m.channel(), numbered.registered(), numbered.number(), 14);
            MessageId slot = pattern.ids().get(0);
            if (m.number() == 38 && trails.containsKey(slot)) {
                fineHeard.add(slot);
                trails.get(slot).correct(numbered.value());
            } else {
                add(nanos, pattern, 14, numbered.value());
            }
        } else if (numbered == null && !(SELECTORS.contains(m.number()) && numbers.contains(m.channel()))) {
            add(nanos, controller(m.channel(), m.number()), 7, m.value());
        }
    }

    private static MessagePattern controller(int channel, int number) {
        return new MessagePattern.Controller(channel, number, Encoding.ABSOLUTE);
    }

    private void sysEx(long nanos, MidiMessage.SysEx m) {
        boolean universal = m.length() > 0 && (m.at(0) == 0x7E || m.at(0) == 0x7F);
        if (universal || Identity.of(m).isPresent() || m.length() < 2 || m.length() > LONGEST_SYSEX) {
            return;
        }
        StringBuilder template = new StringBuilder();
        for (int i = 0; i < m.length() - 1; i++) {
            template.append("%02X ".formatted(m.at(i)));
        }
        add(nanos, new MessagePattern.SysExByte(template + "vv"), 7, m.at(m.length() - 1));
    }

    private void add(long nanos, MessagePattern pattern, int bits, double number) {
        MessageId slot = pattern.ids().get(0);
        ValueHistory trail = trails.get(slot);
        if (trail == null && trails.size() < MOST_TRAILS) {
            trail = new ValueHistory(slot, pattern, bits);
            trails.put(slot, trail);
        }
        if (trail != null) {
            trail.add(nanos, number, order++);
        }
    }

    /** What was recognised so far, in the order in which it was first touched. Does not change what is known. */
    public List<Guess> guesses() {
        return new Interpretation(trails, fineHeard).guesses();
    }

    /** Forgets everything. */
    public void forget() {
        trails.clear();
        fineHeard.clear();
        numbers.clear();
    }
}
