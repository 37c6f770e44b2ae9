package orchard.light;

import com.github.ajalt.colormath.RenderCondition;
import com.github.ajalt.colormath.model.HSV;
import com.github.ajalt.colormath.model.Oklab;
import com.github.ajalt.colormath.model.RGB;
import java.util.Collection;
import java.util.List;

/**
 * The colours a device has, to find the nearest to one that is wanted. Nearness is distance in OKLab, a space in which equal distances look alike, with a and b doubled. An entry that is as good
 * as dark is never taken for a lit lamp.
 */
public final class Palette {

    /** An entry of less perceived lightness (OKLab L, 0..1) cannot be told from a dark lamp in a dark house. */
    private static final float DARKEST = 0.2f;

    /** Hue and strength tell colours apart more than lightness does: a and b count double. */
    private static final float[] WEIGHTS = {1, 2, 2};

    private final int[] values;
    private final float[][] entries;
    /**
     * One colour of a device.
     *
     * @param value what is sent for it
     * @param rgb as {@code #rrggbb}
     */
    public record Entry(int value, String rgb) {}

    /** The colours of a device; none are fine, and then nothing is near. */
    public Palette(Collection<Entry> colours) {
        List<Entry> bright = colours.stream()
                .filter(entry -> entry.value() > 0 && lab(entry.rgb())[0] >= DARKEST)
                .toList();
        List<Entry> all = bright.isEmpty()
                ? colours.stream().filter(entry -> entry.value() > 0).toList()
                : bright;
        values = all.stream().mapToInt(Entry::value).toArray();
        entries = all.stream().map(entry -> lab(entry.rgb())).toArray(float[][]::new);
    }

    /** Whether there is nothing to choose from. */
    public boolean isEmpty() {
        return values.length == 0;
    }

    /**
     * The value of the nearest colour.
     *
     * @param rgb what is wanted, as {@code #rrggbb}
     * @param brightness how much of its light, 0..1; lightness goes with the cube root of that
     * @return −1 if there are no colours
     */
    public int nearest(String rgb, double brightness) {
        if (values.length == 0) {
            return -1;
        }
        float[] wanted = lab(rgb);
        float by = (float) Math.cbrt(Math.max(0, Math.min(1, brightness)));
        int nearest = 0;
        double least = Double.MAX_VALUE;
        for (int i = 0; i < values.length; i++) {
            double distance = 0;
            for (int axis = 0; axis < wanted.length; axis++) {
                double way = (entries[i][axis] - wanted[axis] * by) * WEIGHTS[axis];
                distance += way * way;
            }
            if (distance < least) {
                least = distance;
                nearest = i;
            }
        }
        return values[nearest];
    }

    /** A colour of full strength, by its hue in degrees (0 red, 120 green, 240 blue), as {@code #rrggbb}. */
    public static String hue(double degrees) {
        return new HSV((float) (((degrees % 360) + 360) % 360), 0.8f, 0.95f, 1f)
                .toSRGB()
                .toHex(true, RenderCondition.NEVER);
    }

    private static float[] lab(String rgb) {
        Oklab lab = RGB.Companion.invoke(rgb).toOklab();
        return new float[] {lab.getL(), lab.getA(), lab.getB()};
    }
}
