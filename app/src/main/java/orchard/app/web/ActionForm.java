package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import orchard.action.Action;
import orchard.action.ForEach;
import orchard.action.MoveFocus;
import orchard.action.SayMessage;
import orchard.form.MessageForm;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import org.springframework.util.MultiValueMap;

/**
 * One action as a line of a form: when it is done, what sort it is, and the fields that this sort has.
 *
 * @param line what the names of its fields begin with
 * @param when {@code press} or {@code release}
 * @param was its place among the actions there are, or −1 if it is new
 */
record ActionForm(String line, String when, int was, Action.Kind kind, List<Field> fields) {

    private static final String PRESS = "press";
    private static final String RELEASE = "release";

    /** The fields in which parameters are called by their titles. */
    private static final List<String> NAMED = List.of("parameter", "other");

    /** The lines of all that a mapping does. */
    static List<ActionForm> of(Actions then, Rig rig, Directory names, ParameterTitles titles) {
        List<ActionForm> lines = new ArrayList<>();
        List.of(PRESS, RELEASE).forEach(when -> {
            List<Action> actions = when.equals(PRESS) ? then.onPress() : then.onRelease();
            for (int i = 0; i < actions.size(); i++) {
                lines.add(of(when + i, when, i, actions.get(i), rig, names, titles));
            }
        });
        return lines;
    }

    private static ActionForm of(
            String line, String when, int was, Action action, Rig rig, Directory names, ParameterTitles titles) {
        List<Field> fields = action.fields(names).stream()
                .map(field -> shown(field, rig, titles))
                .toList();
        return new ActionForm(line, when, was, action.kind(), fields);
    }

    /** Fills in what only the rig knows: its devices, and what parameters are called. */
    static Field shown(Field field, Rig rig, ParameterTitles titles) {
        if (field.input() == Field.Input.DEVICE) {
            Map<String, String> devices = new LinkedHashMap<>();
            devices.put("", field.standard().isEmpty() ? "choose a device" : field.standard());
            rig.devices().forEach(device -> devices.put(device.id(), device.name()));
            return new Field(field.name(), field.label(), field.value(), "", field.input(), devices);
        }
        return field.input() == Field.Input.PARAMETER || field.input() == Field.Input.OTHER_PARAMETER
                ? new Field(
                        field.name(),
                        field.label(),
                        titles.title(field.value()),
                        field.standard(),
                        field.input(),
                        Map.of())
                : field;
    }

    /** A line as it is filled in just now, or a new one: of another kind, or about another device, it has other fields. */
    static ActionForm anew(MultiValueMap<String, String> typed, Rig rig, Directory names, ParameterTitles titles) {
        String line = Optional.ofNullable(typed.getFirst("line"))
                .orElseGet(() -> "new" + UUID.randomUUID().toString().replace("-", ""));
        Typed in = new Typed(values(typed, line));
        Ref.ToParameter parameter = chosen(in.text("parameter"), titles);
        Action.Kind kind = kind(in.text("what"));
        Action action = switch (kind) {
            case FOCUS -> new MoveFocus(in.text("focus"), "", 1, false); // whose places are offered
            case SAY -> said(in); // whose names are offered
            case EACH -> ForEach.fresh(in.text("focus"), names); // what its places have is offered
            default -> kind.fresh(parameter, in.text("device"), names);
        };
        return of(line, in.text("when").equals(RELEASE) ? RELEASE : PRESS, was(in), action, rig, names, titles);
    }

    private static Action said(Typed in) {
        SayMessage fresh = new SayMessage(in.text("device"), SayMessage.EXAMPLE, List.of());
        try {
            return in.text("form").isEmpty()
                    ? fresh
                    : new SayMessage(in.text("device"), MessageForm.of(in.text("form")), List.of());
        } catch (Mistake unread) {
            return fresh;
        }
    }

    static Ref.ToParameter chosen(String typed, ParameterTitles titles) {
        try {
            return Ref.ToParameter.of(titles.key("parameter", typed)).orElse(Ref.ToParameter.NONE);
        } catch (Mistake e) {
            return Ref.ToParameter.NONE; // half typed; the sentence comes with Keep
        }
    }

    /**
     * All that a form says is to be done.
     *
     * @param before what was done until now; an action that stays keeps what is not in the form
     */
    static Actions read(
            String part, MultiValueMap<String, String> typed, Actions before, Directory names, ParameterTitles titles) {
        List<String> lines = typed.getOrDefault("line", List.of());
        if (lines.isEmpty()) {
            throw EditRefused.invalid(part, "", "A mapping does at least one thing; add a line");
        }
        if (lines.size() > Actions.MOST) {
            throw EditRefused.invalid(part, "", "A mapping does at most " + Actions.MOST + " things");
        }
        List<Action> press = new ArrayList<>();
        List<Action> release = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            try {
                Typed in = typed(typed, lines.get(i), titles);
                boolean isRelease = in.text("when").equals(RELEASE);
                List<Action> there = isRelease ? before.onRelease() : before.onPress();
                Action.Kind kind = kind(in.text("what"));
                int was = was(in);
                Action from = was >= 0 && was < there.size() && there.get(was).kind() == kind
                        ? there.get(was)
                        : kind.fresh(Ref.ToParameter.NONE, in.text("device"), names);
                Action action = from.filled(in, names);
                if (isRelease && !action.fitsRelease()) {
                    throw new Mistake("when", "what follows the control, or ends with it, has no place on its release");
                }
                (isRelease ? release : press).add(action);
            } catch (Mistake mistake) {
                throw EditRefused.invalid(
                        part, lines.get(i) + "." + mistake.field(), "Line " + (i + 1) + ": " + mistake.getMessage());
            }
        }
        if (press.isEmpty()) {
            throw EditRefused.invalid(part, "", "Something has to be done on the press, too");
        }
        return new Actions(press, release);
    }

    private static Action.Kind kind(String name) {
        return Typed.of("what", name.isEmpty() ? Action.Kind.FOLLOW.name() : name)
                .oneOf("what", Action.Kind.class);
    }

    private static int was(Typed in) {
        String was = in.text("was");
        return was.matches("\\d{1,4}") ? Integer.parseInt(was) : -1;
    }

    /** What stands in one line, by the fields' own names. */
    static Map<String, String> values(MultiValueMap<String, String> typed, String line) {
        Map<String, String> values = new LinkedHashMap<>();
        typed.forEach((name, all) -> {
            if (name.startsWith(line + ".")) {
                values.put(name.substring(line.length() + 1), all.get(0));
            }
        });
        return values;
    }

    /** The same with keys in the place of what parameters are called. */
    static Typed typed(MultiValueMap<String, String> typed, String line, ParameterTitles titles) {
        Map<String, String> values = values(typed, line);
        values.replaceAll((field, title) ->
                NAMED.contains(field) || field.startsWith(SayMessage.OF) ? titles.key(field, title) : title);
        return new Typed(values);
    }
}
