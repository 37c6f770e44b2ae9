package orchard.gear;

import orchard.signal.MessagePattern;

/**
 * One number a control gives: the turn of a knob, or a pad's velocity, gate or pressure.
 *
 * @param name unique within its control: {@code turn}, {@code velocity}, {@code pressure}, {@code gate}, {@code x}
 */
public record Dimension(String name, MessagePattern pattern) {

    /** Name of the dimension of a motor fader that tells whether a finger is on it. */
    public static final String TOUCH = "touch";
}
