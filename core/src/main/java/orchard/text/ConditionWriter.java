package orchard.text;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import orchard.condition.All;
import orchard.condition.Always;
import orchard.condition.Any;
import orchard.condition.AtDefault;
import orchard.condition.ChangedLast;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.DevicePresent;
import orchard.condition.FocusAt;
import orchard.condition.IsOn;
import orchard.condition.Known;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.condition.NoteInScale;
import orchard.condition.NoteSounds;
import orchard.condition.PageOpen;
import orchard.condition.PresetRecalled;
import orchard.condition.SongIs;
import orchard.condition.Struck;
import orchard.gear.Ref;

/** Writes conditions. */
final class ConditionWriter implements Condition.Visitor<String> {

    private final Rolls rolls;
    private boolean isDenied;

    ConditionWriter(Rolls rolls) {
        this.rolls = rolls;
    }

    String written(Condition condition) {
        return condition.accept(this);
    }

    @Override
    public String all(All condition) {
        return joined("all", " and ", condition.of());
    }

    @Override
    public String any(Any condition) {
        return joined("any", " or ", condition.of());
    }

    private String joined(String word, String between, List<Condition> parts) {
        if (parts.size() == 1) {
            return denied(() -> word + " of (" + written(parts.get(0)) + ")");
        }
        return denied(() -> {
            String all = parts.stream()
                    .map(part -> part.parts().size() > 1 && isJoined(part) ? "(" + written(part) + ")" : written(part))
                    .collect(Collectors.joining(between));
            return all;
        });
    }

    private static boolean isJoined(Condition condition) {
        return condition instanceof All || condition instanceof Any;
    }

    @Override
    public String not(Not condition) {
        if (isDenied) {
            return denied(() -> written(condition));
        }
        isDenied = true;
        String text = written(condition.of());
        isDenied = false;
        return text;
    }

    /** What has no word of its own for its opposite stands behind “not”. */
    private String denied(Supplier<String> words) {
        if (!isDenied) {
            return words.get();
        }
        isDenied = false;
        return "not (" + words.get() + ")";
    }

    private String not() {
        boolean was = isDenied;
        isDenied = false;
        return was ? "not " : "";
    }

    @Override
    public String always(Always condition) {
        return denied(() -> "always");
    }

    @Override
    public String layerOn(LayerOn condition) {
        return "layer " + rolls.layers().written(condition.layer()) + " is " + not() + "on";
    }

    @Override
    public String compared(Compared condition) {
        return rolls.written(condition.parameter()) + " is " + not()
                + comparison(
                        condition.is(),
                        condition.real(),
                        condition.to(),
                        rolls.names().parameter(condition.parameter()));
    }

    @Override
    public String struck(Struck condition) {
        return "it is " + not() + comparison(condition.is(), condition.number(), condition.to(), Optional.empty());
    }

    private static String comparison(
            Compared.Is is, double real, double to, Optional<orchard.parameter.Parameter> parameter) {
        return is.words() + " " + Rolls.reached(real, parameter)
                + (is == Compared.Is.BETWEEN ? " and " + Rolls.reached(to, parameter) : "");
    }

    @Override
    public String known(Known condition) {
        return rolls.written(condition.parameter()) + " is " + not() + "known";
    }

    @Override
    public String atDefault(AtDefault condition) {
        return rolls.written(condition.parameter()) + " is " + not() + "at its default";
    }

    @Override
    public String changedLast(ChangedLast condition) {
        return rolls.written(condition.parameter()) + " was " + not() + "changed last";
    }

    @Override
    public String isOn(IsOn condition) {
        return "it is " + not() + "on";
    }

    @Override
    public String pageOpen(PageOpen condition) {
        String id =
                condition.group().isEmpty() ? condition.page() : condition.group() + Rolls.BETWEEN + condition.page();
        return "page " + rolls.pages(condition.device()).written(id) + " of "
                + rolls.devices().written(condition.device()) + " is " + not() + "open";
    }

    @Override
    public String presetRecalled(PresetRecalled condition) {
        return "preset " + rolls.presets(condition.device()).written(condition.preset()) + " of "
                + rolls.devices().written(condition.device()) + " was " + not() + "recalled last";
    }

    @Override
    public String noteInScale(NoteInScale condition) {
        String is = "its note is " + not();
        return condition.scale().equals(Ref.ToParameter.NONE)
                ? is + "the root " + rolls.written(condition.root())
                : is + "in " + rolls.written(condition.scale()) + " on " + rolls.written(condition.root());
    }

    @Override
    public String noteSounds(NoteSounds condition) {
        return not().isEmpty() ? "its note sounds" : "its note does not sound";
    }

    @Override
    public String songIs(SongIs condition) {
        return "song " + rolls.songs().written(condition.song()) + " is " + not() + "current";
    }

    @Override
    public String devicePresent(DevicePresent condition) {
        return "device " + rolls.devices().written(condition.device()) + " is " + not() + "there";
    }

    @Override
    public String focusAt(FocusAt condition) {
        String lies = not().isEmpty() ? " lies under " : " does not lie under ";
        return rolls.places(condition.focus()).written(condition.place())
                + lies
                + rolls.foci().written(condition.focus());
    }
}
