package orchard.mapping;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.parameter.Display;
import orchard.parameter.Law;
import orchard.parameter.Parameter;

/** Stages and actions in the words of a sentence. */
public final class Words {

    private Words() {}

    /** A stage, as it reads behind a comma: “wrapped −270° to 270°”. */
    public static String of(Stage stage, Optional<Parameter> parameter) {
        if (stage instanceof Stage.Accumulate a) {
            return "%s each step".formatted(times(a.sensitivity()))
                    + (a.acceleration() > 1 ? ", up to " + times(a.acceleration()) + " when turned fast" : "")
                    + (a.around() ? ", round at the ends" : "")
                    + (a.slow() == null ? "" : ", " + times(a.fine()) + " while another is held");
        } else if (stage instanceof Stage.Invert) {
            return "inverted";
        } else if (stage instanceof Stage.Curve c) {
            return switch (c.form()) {
                case GAMMA -> "bent by a power of " + number(c.bend());
                case LOGARITHMIC -> "quick at first";
                case EXPONENTIAL -> "slow at first";
                case S -> "slow at both ends";
                case POINTS -> "along a curve of " + c.points().size() + " points";
            };
        } else if (stage instanceof Stage.DeadBand b) {
            return "resting at " + percent(b.centre());
        } else if (stage instanceof Stage.Switch s) {
            return "on from %s, off from %s".formatted(percent(s.on()), percent(s.off()));
        } else if (stage instanceof Stage.Zone z) {
            boolean same = z.low() == z.downLow() && z.high() == z.downHigh();
            return (z.switching() ? "on between %s and %s" : "between %s and %s")
                            .formatted(percent(z.low()), percent(z.high()))
                    + (same ? "" : ", going down %s and %s".formatted(percent(z.downLow()), percent(z.downHigh())));
        } else if (stage instanceof Stage.Scale s) {
            return real(s.low(), parameter)
                    + " to "
                    + real(s.high(), parameter)
                    + (s.open()
                            ? " for every turn"
                            : parameter.map(p -> ", " + p.law().words()).orElse(""));
        } else if (stage instanceof Stage.LookUp l) {
            return "one of " + l.names().stream().limit(3).collect(Collectors.joining(", "))
                    + (l.names().size() > 3 ? " and " + (l.names().size() - 3) + " more" : "");
        } else if (stage instanceof Stage.Clamp c) {
            return "kept within " + real(c.low(), parameter) + " and " + real(c.high(), parameter);
        } else if (stage instanceof Stage.Wrap w) {
            return "wrapped " + real(w.low(), parameter) + " to " + real(w.high(), parameter);
        } else if (stage instanceof Stage.Fold f) {
            return "folded " + real(f.low(), parameter) + " to " + real(f.high(), parameter);
        } else if (stage instanceof Stage.Snap s) {
            return "in steps of " + real(s.size(), parameter);
        } else if (stage instanceof Stage.Smooth s) {
            return "smoothed over " + Display.text(s.seconds(), "s");
        } else if (stage instanceof Stage.Rate r) {
            return "no faster than " + Display.text(r.seconds(), "s") + " for the whole way";
        } else if (stage instanceof Stage.Formula f) {
            return "by " + f.text();
        } else if (stage instanceof Stage.Bypassed b) {
            return "(not now: " + of(b.stage(), parameter) + ")";
        }
        throw new IllegalArgumentException(stage.toString());
    }

    /** What a stage is called where it is chosen. */
    public static String name(Stage stage) {
        return stage instanceof Stage.Bypassed b
                ? name(b.stage())
                : stage instanceof Stage.LookUp
                        ? "look-up"
                        : stage instanceof Stage.DeadBand
                                ? "dead band"
                                : stage.getClass().getSimpleName().toLowerCase(Locale.ROOT);
    }

    /** An action as it reads after “when it is pressed”: “set Cutoff to 1.00 kHz”. */
    public static String of(Do.Action action, Directory names) {
        Optional<Parameter> parameter = Optional.ofNullable(action.parameter()).flatMap(names::parameter);
        String what = action.parameter() == null ? "" : names.words(action.parameter());
        if (action instanceof Do.SetParameter set) {
            String own = set.own().stages().stream()
                    .map(stage -> ", " + of(stage, parameter))
                    .collect(Collectors.joining());
            return "set " + what + own;
        } else if (action instanceof Do.SetTo set) {
            return "set " + what + " to " + of(set.value(), parameter, names);
        } else if (action instanceof Do.Nudge nudge) {
            return "move " + what + (nudge.by() > 0 ? " up by " : " down by ")
                    + real(Math.abs(nudge.by()), parameter.filter(p -> !named(p)))
                    + (nudge.around() ? ", and round" : "");
        } else if (action instanceof Do.Toggle toggle) {
            return "switch " + what + " between " + real(toggle.off(), parameter) + " and "
                    + real(toggle.on(), parameter);
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
                ? real(fixed.real(), parameter)
                : "what " + names.words(((Value.Same) value).parameter()) + " is at";
    }

    private static String real(double value, Optional<Parameter> parameter) {
        return parameter.map(p -> p.textOfReal(value)).orElse(number(value));
    }

    private static String times(double factor) {
        return number(factor) + "×";
    }

    private static String percent(double share) {
        return Display.text(100 * share, "%");
    }

    private static String number(double value) {
        return Display.text(value, "");
    }
}
