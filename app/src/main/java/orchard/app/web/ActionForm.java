package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.mapping.Do;
import orchard.mapping.Value;
import orchard.parameter.Display;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Quantity;
import orchard.parameter.Range;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.Message;
import orchard.signal.MessageText;

/**
 * One action as a line of a form: what it does, to which parameter, with which value, and back.
 *
 * @param when {@code press} or {@code release}
 * @param what one of {@link #kinds()}
 * @param parameter key of the parameter, or ""
 * @param value what is typed behind it
 * @param own number of the action whose own stages it keeps, or −1
 */
record ActionForm(String when, String what, String parameter, String value, int own) {

    private static final Law EVEN = new Law.Linear();
    private static final String FAVOURITES_FIRST = "favourites first";

    /**
     * A kind of action.
     *
     * @param words as it stands in the list
     * @param about whether it is about a parameter
     * @param example what its value looks like, or "" if it has none
     */
    record Kind(String words, boolean about, String example) {}

    /** What can be done. */
    static Map<String, Kind> kinds() {
        Map<String, Kind> kinds = new LinkedHashMap<>();
        kinds.put("follow", new Kind("let follow", true, ""));
        kinds.put("set", new Kind("set to", true, "1 kHz, or = Volume of another"));
        kinds.put("hold", new Kind("hold at, then return", true, "1 kHz"));
        kinds.put("toggle", new Kind("switch between", true, "off / on"));
        kinds.put("move", new Kind("move by", true, "+3 dB or −1"));
        kinds.put("around", new Kind("move around by", true, "+1"));
        kinds.put("reset", new Kind("set to its default", true, ""));
        kinds.put("resetting", new Kind("reset what is moved while held", false, ""));
        kinds.put("choose", new Kind("choose one of", true, "favourites first; stop: Reed"));
        kinds.put("row", new Kind("set what is on the open page of", false, "Peat"));
        kinds.put("page", new Kind("turn the page of", false, "Peat: +1, Peat: +1 storm, or Peat: Tone"));
        kinds.put("recall", new Kind("recall a preset of", false, "Peat: Low tide, Peat: +1, or Peat: +1 drone"));
        kinds.put("tap", new Kind("tap the tempo of", true, ""));
        kinds.put("send", new Kind("send a message", false, "Peat: CC 20 = 64, ch 1"));
        kinds.put("wait", new Kind("wait", false, "0.5 s"));
        kinds.put("stop", new Kind("stop everything", false, ""));
        return kinds;
    }

    /** The line of an action. */
    static ActionForm of(String when, int place, Do.Action action, Names names) {
        String key = action.parameter() == null ? "" : Values.key(action.parameter());
        Optional<Parameter> parameter = Optional.ofNullable(action.parameter()).flatMap(names::parameter);
        String what;
        String value = "";
        int own = -1;
        if (action instanceof Do.SetParameter) {
            what = "follow";
            own = place;
        } else if (action instanceof Do.SetTo set) {
            what = "set";
            value = text(set.value(), parameter, names);
        } else if (action instanceof Do.Hold hold) {
            what = "hold";
            value = text(hold.value(), parameter, names);
        } else if (action instanceof Do.Toggle toggle) {
            what = "toggle";
            value = real(toggle.off(), parameter) + " / " + real(toggle.on(), parameter);
        } else if (action instanceof Do.Nudge nudge) {
            what = nudge.around() ? "around" : "move";
            value = (nudge.by() > 0 ? "+" : "")
                    + Display.text(
                            nudge.by(), parameter.map(p -> p.range().unit()).orElse(""));
        } else if (action instanceof Do.Reset) {
            what = "reset";
        } else if (action instanceof Do.Choose choose) {
            what = "choose";
            value = (choose.values().isEmpty()
                            ? FAVOURITES_FIRST
                            : choose.values().stream()
                                    .map(v -> real(v, parameter))
                                    .collect(Collectors.joining(", ")))
                    + (choose.stop() == null ? "" : "; stop: " + real(choose.stop(), parameter));
        } else if (action instanceof Do.SetOfPage row) {
            what = "row";
            value = name(row.device(), names);
        } else if (action instanceof Do.OpenPage open) {
            what = "page";
            value = name(open.device(), names) + ": "
                    + (open.page().isEmpty() ? onward(open.by(), open.tag()) : pageName(open, names));
        } else if (action instanceof Do.Recall recall) {
            what = "recall";
            value = name(recall.device(), names) + ": "
                    + (recall.preset().isEmpty() ? onward(recall.by(), recall.tag()) : presetName(recall, names));
        } else if (action instanceof Do.ResetMoved) {
            what = "resetting";
        } else if (action instanceof Do.Tap) {
            what = "tap";
        } else if (action instanceof Do.Send send) {
            what = "send";
            value = names.device(send.device()).map(Device::name).orElse(send.device()) + ": "
                    + send.message().words();
        } else if (action instanceof Do.Wait wait) {
            what = "wait";
            value = Display.text(wait.seconds(), "s");
        } else {
            what = "stop";
        }
        return new ActionForm(when, what, key, value, own);
    }

    private static String text(Value value, Optional<Parameter> parameter, Names names) {
        return value instanceof Value.Fixed fixed
                ? real(fixed.real(), parameter)
                : "= " + names.words(((Value.Same) value).parameter());
    }

    private static String real(double value, Optional<Parameter> parameter) {
        return parameter.map(p -> p.textOfReal(value)).orElse(Display.text(value, ""));
    }

    /**
     * The action that a filled-in line means.
     *
     * @param line its number, from 1, for what is said when it means none
     * @param before the actions there were, for their own stages
     */
    Do.Action action(String part, int line, Rig rig, Names names, List<Do.Action> before) {
        Line in = new Line(part, line);
        try {
            return switch (what) {
                case "wait" -> new Do.Wait(in.quantity(value, EVEN, new Range(0, 1e6, "s")));
                case "stop" -> new Do.StopAll();
                case "resetting" -> new Do.ResetMoved();
                case "row" -> new Do.SetOfPage(device(in, value.strip(), rig).id());
                case "page" -> page(in, rig);
                case "recall" -> recall(in, rig);
                case "send" -> send(in, rig);
                default -> about(in, rig, names, before);
            };
        } catch (IllegalArgumentException e) {
            throw in.refuse(e.getMessage());
        }
    }

    private Do.Action about(Line in, Rig rig, Names names, List<Do.Action> before) {
        int slash = parameter.indexOf('/');
        if (slash < 0) {
            throw in.refuse("choose a parameter");
        }
        Ref.ToParameter ref = new Ref.ToParameter(parameter.substring(0, slash), parameter.substring(slash + 1));
        if (what.equals("follow")) {
            boolean keeps = own >= 0
                    && own < before.size()
                    && before.get(own) instanceof Do.SetParameter set
                    && set.parameter().equals(ref);
            return keeps ? before.get(own) : new Do.SetParameter(ref, Shape.WHOLE);
        }
        if (what.equals("reset")) {
            return new Do.Reset(ref);
        } else if (what.equals("tap")) {
            return new Do.Tap(ref);
        }
        Parameter p = rig.parameter(ref).orElseThrow(() -> in.refuse("the parameter is not there any more"));
        Range steps = new Range(-1e9, 1e9, p.range().unit());
        return switch (what) {
            case "set" -> new Do.SetTo(ref, value(in, p, rig, names));
            case "hold" -> new Do.Hold(ref, value(in, p, rig, names));
            case "toggle" -> {
                String[] two = value.split("/", 2);
                if (two.length < 2) {
                    throw in.refuse(
                            "expected two values, like " + real(p.range().low(), Optional.of(p)) + " / "
                                    + real(p.range().high(), Optional.of(p)));
                }
                yield new Do.Toggle(ref, in.real(two[0], p), in.real(two[1], p));
            }
            case "move" -> new Do.Nudge(ref, in.quantity(value, EVEN, steps), false);
            case "around" -> new Do.Nudge(ref, in.quantity(value, EVEN, steps), true);
            case "choose" -> choose(in, ref, p);
            default -> throw in.refuse("choose what to do");
        };
    }

    private Value value(Line in, Parameter parameter, Rig rig, Names names) {
        if (!value.strip().startsWith("=")) {
            return new Value.Fixed(in.real(value, parameter));
        }
        String wanted = value.strip().substring(1).strip();
        for (Device device : rig.gear()) {
            for (Parameter other : device.profile().parameters()) {
                if (names.title(device, other).equalsIgnoreCase(wanted)) {
                    return new Value.Same(new Ref.ToParameter(device.id(), other.id()));
                }
            }
        }
        throw in.refuse("no parameter is called “" + wanted + "”; expected its whole name, like Narrator › Volume");
    }

    private Do.Action choose(Line in, Ref.ToParameter ref, Parameter parameter) {
        String[] halves = value.split(";", 2);
        Double stop = null;
        if (halves.length == 2) {
            String half = halves[1].strip();
            if (!half.startsWith("stop:")) {
                throw in.refuse("behind the semicolon stands what stops it, like stop: "
                        + parameter.textOfReal(parameter.standard()));
            }
            stop = in.real(half.substring(5), parameter);
        }
        List<Double> values = new ArrayList<>();
        if (halves[0].isBlank() || halves[0].strip().equalsIgnoreCase(FAVOURITES_FIRST)) {
            return new Do.Choose(ref, values, stop);
        }
        for (String each : halves[0].split(",")) {
            values.add(in.real(each, parameter));
        }
        return new Do.Choose(ref, values, stop);
    }

    private static String name(String device, Names names) {
        return names.device(device).map(Device::name).orElse(device);
    }

    private static String pageName(Do.OpenPage open, Names names) {
        return names.device(open.device()).stream()
                .flatMap(d -> d.profile().setup().parameterPages().stream())
                .filter(page -> page.id().equals(open.page()))
                .map(ParameterPage::name)
                .findFirst()
                .orElse(open.page());
    }

    private static Device device(Line in, String name, Rig rig) {
        return rig.devices().stream()
                .filter(d -> d.name().equalsIgnoreCase(name))
                .findFirst()
                .orElseThrow(() -> in.refuse("no device is called “" + name + "”"));
    }

    private static String onward(int by, String tag) {
        return "%+d".formatted(by) + (tag.isEmpty() ? "" : " " + tag);
    }

    private static String presetName(Do.Recall recall, Names names) {
        return names.presets().stream()
                .filter(preset -> preset.id().equals(recall.preset()))
                .map(Preset::name)
                .findFirst()
                .orElse(recall.preset());
    }

    private Do.Action page(Line in, Rig rig) {
        Pick pick = Pick.of(in, value, rig);
        return pick.by() != 0
                ? new Do.OpenPage(pick.device().id(), "", pick.by(), pick.words())
                : pick.device().profile().setup().parameterPages().stream()
                        .filter(page -> page.name().equalsIgnoreCase(pick.words()))
                        .findFirst()
                        .map(page -> new Do.OpenPage(pick.device().id(), page.id(), 0, ""))
                        .orElseThrow(() -> in.refuse(pick.device().name() + " has no page called “" + pick.words()
                                + "”; expected a name, or +1 for the next one"));
    }

    private Do.Action recall(Line in, Rig rig) {
        Pick pick = Pick.of(in, value, rig);
        String device = pick.device().id();
        return pick.by() != 0
                ? new Do.Recall(device, "", pick.by(), pick.words())
                : rig.presets().stream()
                        .filter(preset ->
                                preset.device().equals(device) && preset.name().equalsIgnoreCase(pick.words()))
                        .findFirst()
                        .map(preset -> new Do.Recall(device, preset.id(), 0, ""))
                        .orElseThrow(() -> in.refuse(pick.device().name() + " has no preset called “" + pick.words()
                                + "”; expected a name, or +1 for the next one"));
    }

    /**
     * One of what a device has several of, as it is typed: {@code Peat: Tone}, {@code Peat: +1}, {@code Peat: +1 storm}.
     *
     * @param by how many to go on, or 0 for the one of that name
     * @param words the name, or the tag
     */
    private record Pick(Device device, int by, String words) {

        private static final Pattern ONWARD = Pattern.compile("([+\\-−]\\d{1,2})(?:\\s+(.*))?");

        static Pick of(Line in, String typed, Rig rig) {
            String[] halves = typed.split(":", 2);
            Device device = ActionForm.device(in, halves[0].strip(), rig);
            String which = halves.length < 2 ? "+1" : halves[1].strip();
            Matcher onward = ONWARD.matcher(which);
            if (!onward.matches()) {
                return new Pick(device, 0, which);
            }
            int by = Integer.parseInt(onward.group(1).replace('−', '-'));
            if (by == 0) {
                throw in.refuse("going on by nothing leads nowhere; expected +1, or −1 for back");
            }
            String tag = onward.group(2) == null ? "" : onward.group(2).strip().toLowerCase(Locale.ROOT);
            return new Pick(device, by, tag);
        }
    }

    private Do.Action send(Line in, Rig rig) {
        int colon = value.indexOf(':');
        String name = colon < 0 ? "" : value.substring(0, colon).strip();
        Device device = rig.devices().stream()
                .filter(d -> d.name().equalsIgnoreCase(name))
                .findFirst()
                .orElseThrow(() -> in.refuse("expected a device and a message, like "
                        + rig.devices().stream().findFirst().map(Device::name).orElse("Peat") + ": CC 20 = 64, ch 1"));
        try {
            Message message = MessageText.parse(
                    value.substring(colon + 1).strip(), rig.settings().noteNames());
            return new Do.Send(device.id(), message);
        } catch (MessageText.NotUnderstood e) {
            throw in.refuse(e.getMessage());
        }
    }

    /** Reads what stands in one line; what cannot be read is refused with the line's number. */
    private record Line(String part, int number) {

        double real(String typed, Parameter parameter) {
            return quantity(typed, parameter.law(), parameter.range());
        }

        double quantity(String typed, Law law, Range range) {
            try {
                return Quantity.parse(typed, law, range);
            } catch (Quantity.Unreadable e) {
                throw refuse(e.getMessage());
            }
        }

        EditRefused refuse(String why) {
            return EditRefused.invalid(part, "", "Line " + number + ": " + why);
        }
    }
}
