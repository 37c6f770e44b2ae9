package orchard.gear;

import java.util.List;
import orchard.mistake.Mistake;

/**
 * A sheet of mappings that lies over the others while it is on. What it does not use falls through to what lies below, down to the mappings that live in no
 * layer.
 *
 * @param sign by which it is told apart from others, besides its name
 * @param group layers with the same word here exclude each other; "" for none
 * @param blocks whether controls it does not use do nothing while it is on, but those that switch it
 * @param together ids of layers: it is on while all of them are, and lies over them; empty for a layer of its own
 * @param page while which it is on, or null
 * @param channel of a device that stands for it, or null
 */
public record Layer(
        String id,
        String name,
        Sign sign,
        String group,
        boolean blocks,
        List<String> together,
        OfPage page,
        OfChannel channel) {

    /** The most layers that are together another. */
    public static final int MOST_TOGETHER = 8;

    /** How a layer is drawn: a pattern, which is also a word. */
    public enum Sign {
        DOTS,
        STRIPES,
        WAVES,
        CHECKS,
        RINGS,
        BRICKS,
        CROSSES,
        STEPS;

        /** It as a word. */
        public String words() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /**
     * A page of a group of a device's controls.
     *
     * @param number from 1
     */
    public record OfPage(String device, String group, int number) {}

    /**
     * A channel on which a device says what its controls say on their own one: the layer is on from the first press or move there until the next one elsewhere.
     *
     * @param channel 1..16, which none of its controls uses itself
     */
    public record OfChannel(String device, int channel) {
        public OfChannel {
            if (channel < 1 || channel > 16) {
                throw new Mistake("channel", "a channel is 1 to 16");
            }
        }
    }

    public Layer {
        sign = sign == null ? Sign.DOTS : sign;
        group = group == null ? "" : group.strip();
        together = together == null ? List.of() : List.copyOf(together);
        if (together.contains(id)) {
            throw new Mistake("together", "a layer cannot be on because it is on itself: choose other layers");
        }
        if (together.size() == 1 || together.stream().distinct().count() < together.size()) {
            throw new Mistake("together", "two or more different layers are together another one");
        }
        if (together.size() > MOST_TOGETHER) {
            throw new Mistake("together", "at most " + MOST_TOGETHER + " layers are together another one");
        }
        if ((together.isEmpty() ? 0 : 1) + (page == null ? 0 : 1) + (channel == null ? 0 : 1) > 1) {
            throw new Mistake("page", "a layer comes with a page, a channel or other layers, not with several of them");
        }
    }

    /** A layer of its own that excludes no other. */
    public Layer(String id, String name, Sign sign) {
        this(id, name, sign, "", false, List.of(), null, null);
    }

    /** Whether it is switched; others come and go with what a device does, or with other layers. */
    public boolean switched() {
        return together.isEmpty() && !comesWithDevice();
    }

    /** Whether it comes and goes with a page or a channel of a device. */
    public boolean comesWithDevice() {
        return page != null || channel != null;
    }

    /** Whether both cannot be on at once. */
    public boolean excludes(Layer other) {
        return !group.isEmpty() && group.equals(other.group) && !id.equals(other.id);
    }
}
