package orchard.mapping;

import java.util.Optional;
import java.util.stream.Collectors;
import orchard.parameter.Display;
import orchard.parameter.Law;
import orchard.parameter.Parameter;

/** Actions in the words of a sentence. */
public final class Words {

    private Words() {}

    /** An action as it reads after “when it is pressed”: “set Cutoff to 1.00 kHz”. */
    public static String of(Do.Action action, Directory names) {
        Optional<Parameter> parameter = Optional.ofNullable(action.parameter()).flatMap(names::parameter);
        String what = action.parameter() == null ? "" : names.words(action.parameter());
        if (action instanceof Do.SetParameter set) {
            String own = set.own().stages().stream()
                    .map(stage -> ", " + stage.words(parameter))
                    .collect(Collectors.joining());
            return "set " + what + own;
        } else if (action instanceof Do.SetTo set) {
            return "set " + what + " to " + of(set.value(), parameter, names);
        } else if (action instanceof Do.Nudge nudge) {
            return "move " + what + (nudge.by() > 0 ? " up by " : " down by ")
                    + Display.real(Math.abs(nudge.by()), parameter.filter(p -> !named(p)))
                    + (nudge.around() ? ", and round" : "");
        } else if (action instanceof Do.Toggle toggle) {
            return "switch " + what + " between " + Display.real(toggle.off(), parameter) + " and "
                    + Display.real(toggle.on(), parameter);
        } else if (action instanceof Do.Reset) {
            return "set " + what + " to its default"
                    + parameter.map(p -> ", " + p.textOfReal(p.standard())).orElse("");
        } else if (action instanceof Do.ResetMoved) {
            return "set to its default whatever is moved meanwhile";
        } else if (action instanceof Do.Tap) {
            return "tap " + what;
        } else if (action instanceof Do.Hold hold) {
            return "hold " + what + " at " + of(hold.value(), parameter, names) + ", then return";
        } else if (action instanceof Do.Choose choose) {
            return choose.values().isEmpty()
                    ? "choose a value for " + what + ", favourites first"
                    : "choose one of " + choose.values().size() + " for " + what;
        } else if (action instanceof Do.SetOfPage row) {
            return "set what is on the open page of " + device(row.device(), names);
        } else if (action instanceof Do.OpenPage open) {
            String name = names.device(open.device()).stream()
                    .flatMap(d -> d.profile().setup().parameterPages().stream())
                    .filter(page -> page.id().equals(open.page()))
                    .map(page -> "“" + page.name() + "”")
                    .findFirst()
                    .orElse("a missing page");
            return open.page().isEmpty()
                    ? onward(open.by(), "page", open.tag()) + " of " + device(open.device(), names)
                    : "open page " + name + " of " + device(open.device(), names);
        } else if (action instanceof Do.Recall recall) {
            String name = names.presets().stream()
                    .filter(preset -> preset.id().equals(recall.preset()))
                    .map(preset -> "“" + preset.name() + "”")
                    .findFirst()
                    .orElse("a missing preset");
            return recall.preset().isEmpty()
                    ? onward(recall.by(), "preset", recall.tag()) + " of " + device(recall.device(), names)
                    : "recall " + name + " on " + device(recall.device(), names);
        } else if (action instanceof Do.Send send) {
            return "send " + send.message().words() + " to " + device(send.device(), names);
        } else if (action instanceof Do.Wait wait) {
            return "wait " + Display.text(wait.seconds(), "s");
        } else if (action instanceof Do.StopAll) {
            return "stop everything";
        }
        throw new IllegalArgumentException(action.toString());
    }

    private static String onward(int by, String what, String tag) {
        String named = (tag.isEmpty() ? "" : "“" + tag + "” ") + what;
        return switch (by) {
            case 1 -> "go to the next " + named;
            case -1 -> "go to the " + named + " before";
            default -> "go " + (by > 0 ? "on " : "back ") + Math.abs(by) + " " + named + "s";
        };
    }

    private static String device(String id, Directory names) {
        return names.device(id).map(d -> d.name()).orElse("a missing device (" + id + ")");
    }

    private static boolean named(Parameter parameter) {
        return parameter.law() instanceof Law.Named;
    }

    private static String of(Value value, Optional<Parameter> parameter, Directory names) {
        return value instanceof Value.Fixed fixed
                ? Display.real(fixed.real(), parameter)
                : "what " + names.words(((Value.Same) value).parameter()) + " is at";
    }
}
