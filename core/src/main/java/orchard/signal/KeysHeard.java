package orchard.signal;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** Keys that a person typed once in a browser, as the steps that type them again. */
public final class KeysHeard {

    /** A person who thinks for longer waits for something. */
    private static final int PAUSE_MILLIS = 700;

    private static final double MOST_SECONDS = 10;

    /** Names of keys in browsers (W3C, UI Events KeyboardEvent key Values) that are called otherwise here. */
    private static final Map<String, String> NAMES = Map.ofEntries(
            Map.entry("Enter", "enter"),
            Map.entry("Tab", "tab"),
            Map.entry("Escape", "escape"),
            Map.entry("Backspace", "backspace"),
            Map.entry("Delete", "delete"),
            Map.entry("Insert", "insert"),
            Map.entry("Home", "home"),
            Map.entry("End", "end"),
            Map.entry("PageUp", "page up"),
            Map.entry("PageDown", "page down"),
            Map.entry("ArrowLeft", "left"),
            Map.entry("ArrowRight", "right"),
            Map.entry("ArrowUp", "up"),
            Map.entry("ArrowDown", "down"),
            Map.entry("ContextMenu", "menu"),
            Map.entry("PrintScreen", "print"),
            Map.entry("Pause", "pause"));

    private KeysHeard() {}

    /**
     * A key that went down.
     *
     * @param millis when, from any beginning
     * @param held ctrl, alt and super; shift is said only where the key has no character that tells it
     * @param key its value as a browser tells it: {@code a}, {@code A}, {@code Enter}
     */
    public record Pressed(long millis, Set<Stroke.Modifier> held, String key) {}

    /** The steps; keys that can only be held, and those without a name here, are passed over. */
    public static List<Keystrokes.Step> steps(List<Pressed> pressed) {
        List<Keystrokes.Step> steps = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        long before = pressed.isEmpty() ? 0 : pressed.get(0).millis();
        for (Pressed one : pressed) {
            Stroke stroke = stroke(one);
            if (stroke == null) {
                continue;
            }
            if (one.millis() - before > PAUSE_MILLIS && steps.size() + text.length() > 0) {
                end(text, steps);
                double seconds = Math.round((one.millis() - before) / 100.0) / 10.0;
                steps.add(new Keystrokes.Pause(Math.min(MOST_SECONDS, seconds)));
            }
            before = one.millis();
            if (stroke.held().isEmpty() && one.key().codePointCount(0, one.key().length()) == 1) {
                text.append(one.key());
            } else {
                end(text, steps);
                add(stroke, steps);
            }
        }
        end(text, steps);
        return steps.subList(0, Math.min(steps.size(), Keystrokes.MOST_STEPS - 1));
    }

    /** As they are read, behind what stands there already. */
    public static String text(String before, List<Pressed> pressed) {
        String heard = steps(pressed).stream().map(Keystrokes.Step::words).collect(Collectors.joining(", "));
        String stands = before.strip().replaceFirst(",$", "");
        return stands.isEmpty() || heard.isEmpty() ? stands + heard : stands + ", " + heard;
    }

    private static void end(StringBuilder text, List<Keystrokes.Step> steps) {
        if (text.length() > 0) {
            steps.add(new Keystrokes.Text(text.substring(0, Math.min(text.length(), Keystrokes.MOST_TEXT))));
            text.setLength(0);
        }
    }

    private static void add(Stroke stroke, List<Keystrokes.Step> steps) {
        Keystrokes.Step last = steps.isEmpty() ? null : steps.get(steps.size() - 1);
        if (last instanceof Keystrokes.Struck struck
                && struck.stroke().equals(stroke)
                && struck.times() < Typing.MOST_TIMES) {
            steps.set(steps.size() - 1, new Keystrokes.Struck(stroke, struck.times() + 1));
        } else {
            steps.add(new Keystrokes.Struck(stroke, 1));
        }
    }

    private static Stroke stroke(Pressed one) {
        String key = one.key();
        if (NAMES.containsKey(key)) {
            return new Stroke(one.held(), NAMES.get(key));
        }
        if (key.matches("F([1-9]|1\\d|2[0-4])")) {
            return new Stroke(one.held(), key.toLowerCase(Locale.ROOT));
        }
        boolean isCharacter = key.codePointCount(0, key.length()) == 1 && !Character.isISOControl(key.codePointAt(0));
        if (!isCharacter) {
            return null;
        }
        return one.held().isEmpty()
                ? Stroke.written(key.codePointAt(0))
                : new Stroke(one.held(), Stroke.of(key).key());
    }
}
