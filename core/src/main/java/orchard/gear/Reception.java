package orchard.gear;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * What of a device's messages is taken.
 *
 * @param on false if nothing is
 * @param channels the MIDI channels 1–16 that are taken, in rising order; empty for any
 */
public record Reception(boolean on, List<Integer> channels) {

    /** Takes everything. */
    public static final Reception ALL = new Reception(true, List.of());

    public Reception {
        channels = channels.stream().distinct().sorted().toList();
        for (int channel : channels) {
            if (channel < 1 || channel > 16) {
                throw new Mistake("channel " + channel + " is not in 1–16");
            }
        }
    }

    /** Why a message is not taken, as the end of a sentence about its device; empty if it is. */
    public Optional<String> refusal(Message message) {
        if (!on) {
            return Optional.of("is switched off");
        }
        if (channels.isEmpty()) {
            return Optional.empty();
        }
        int channel = message instanceof MidiMessage midi ? midi.channel() : 0;
        if (channel == 0 || channels.contains(channel)) {
            return Optional.empty();
        }
        return Optional.of("takes channel " + words() + " only, and this came on channel " + channel);
    }

    /** The channels in words: {@code any}, {@code 1, 2, 10}. */
    public String words() {
        return channels.isEmpty()
                ? "any"
                : channels.stream().map(String::valueOf).collect(Collectors.joining(", "));
    }
}
