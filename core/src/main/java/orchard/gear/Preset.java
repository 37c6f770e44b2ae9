package orchard.gear;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;

/**
 * How a device sounds, or looks: values of its parameters under one name, to be recalled by hand or by a control.
 *
 * @param id unique in the rig
 * @param device id of the device whose parameters they are
 * @param type what it is, in one word: drone, lead, look; or ""
 * @param page id of the parameter page that is opened with it, or "" to leave the open one
 * @param values in the order in which they are set; each parameter once
 */
public record Preset(
        String id, String device, String name, String type, String page, Marks marks, List<Setting> values) {

    /** The most values a preset has. */
    public static final int MOST = 2048;

    /**
     * What one parameter is set to.
     *
     * @param parameter its id; it may be missing, then it is passed over
     * @param real in its unit
     */
    public record Setting(String parameter, double real) {
        public Setting {
            if (!Double.isFinite(real)) {
                throw new Mistake("a value is a number");
            }
        }
    }

    public Preset {
        type = type == null ? "" : type.strip();
        page = page == null ? "" : page;
        marks = marks == null ? Marks.NONE : marks;
        values = List.copyOf(values);
        Map<String, Double> once = new HashMap<>();
        values.forEach(setting -> {
            if (once.put(setting.parameter(), setting.real()) != null) {
                throw new Mistake("it sets " + setting.parameter() + " twice");
            }
        });
        if (values.size() > MOST) {
            throw new Mistake("a preset has at most " + MOST + " values");
        }
    }

    /** Whether it is of this type or has this tag; every preset is of "". */
    public boolean isOf(String tag) {
        return tag.isEmpty() || type.equalsIgnoreCase(tag) || marks.tags().contains(tag.toLowerCase(Locale.ROOT));
    }

    /** The same values, called and found in another way. */
    public Preset as(String otherName, String otherType, String otherPage, Marks otherMarks) {
        return new Preset(id, device, otherName, otherType, otherPage, otherMarks, values);
    }

    /** The same preset with other values. */
    public Preset with(List<Setting> other) {
        return new Preset(id, device, name, type, page, marks, other);
    }
}
