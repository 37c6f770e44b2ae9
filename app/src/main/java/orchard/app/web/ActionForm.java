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
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Hold;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.app.live.Names;
import orchard.gear.Device;
import orchard.gear.Ref;
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

    /**
     * The line of an action.
     *
     * @param place its number, for one that follows the control
     */
    static ActionForm of(String when, int place, Action action, Names names) {
        return action.accept(new Writer(when, place, names));
    }

    /** Writes actions as lines. */
    private record Writer(String when, int place, Names names) implements Action.Visitor<ActionForm> {

        private ActionForm line(String what, Action action, String value) {
            String key = action.parameter() == null ? "" : action.parameter().key();
            return new ActionForm(when, what, key, value, -1);
        }

        private Optional<Parameter> parameter(Action action) {
            return Optional.ofNullable(action.parameter()).flatMap(names::parameter);
        }

        private String at(String device, String what) {
            return name(device, names) + ": " + what;
        }

        @Override
        public ActionForm choose(Choose action) {
            Optional<Parameter> parameter = parameter(action);
            String values = action.values().isEmpty()
                    ? FAVOURITES_FIRST
                    : action.values().stream()
                            .map(value -> Display.real(value, parameter))
                            .collect(Collectors.joining(", "));
            String stop = action.stop() == null ? "" : "; stop: " + Display.real(action.stop(), parameter);
            return line("choose", action, values + stop);
        }

        @Override
        public ActionForm hold(Hold action) {
            return line("hold", action, text(action.value(), parameter(action), names));
        }

        @Override
        public ActionForm nudge(Nudge action) {
            String unit = parameter(action).map(p -> p.range().unit()).orElse("");
            return line(
                    action.around() ? "around" : "move",
                    action,
                    (action.by() > 0 ? "+" : "") + Display.text(action.by(), unit));
        }

        @Override
        public ActionForm openPage(OpenPage action) {
            String which = action.page().isEmpty()
                    ? onward(action.by(), action.tag())
                    : action.name(names).orElse(action.page());
            return line("page", action, at(action.device(), which));
        }

        @Override
        public ActionForm recall(Recall action) {
            String which = action.preset().isEmpty()
                    ? onward(action.by(), action.tag())
                    : action.name(names).orElse(action.preset());
            return line("recall", action, at(action.device(), which));
        }

        @Override
        public ActionForm reset(Reset action) {
            return line("reset", action, "");
        }

        @Override
        public ActionForm resetMoved(ResetMoved action) {
            return line("resetting", action, "");
        }

        @Override
        public ActionForm send(Send action) {
            return line("send", action, at(action.device(), action.message().words()));
        }

        @Override
        public ActionForm setOfPage(SetOfPage action) {
            return line("row", action, name(action.device(), names));
        }

        @Override
        public ActionForm setParameter(SetParameter action) {
            return new ActionForm(when, "follow", action.parameter().key(), "", place);
        }

        @Override
        public ActionForm setTo(SetTo action) {
            return line("set", action, text(action.value(), parameter(action), names));
        }

        @Override
        public ActionForm stopAll(StopAll action) {
            return line("stop", action, "");
        }

        @Override
        public ActionForm tap(Tap action) {
            return line("tap", action, "");
        }

        @Override
        public ActionForm toggle(Toggle action) {
            Optional<Parameter> parameter = parameter(action);
            return line(
                    "toggle",
                    action,
                    Display.real(action.off(), parameter) + " / " + Display.real(action.on(), parameter));
        }

        @Override
        public ActionForm wait(Wait action) {
            return line("wait", action, Display.text(action.seconds(), "s"));
        }
    }

    private static String text(Value value, Optional<Parameter> parameter, Names names) {
        return value instanceof Value.Fixed fixed
                ? Display.real(fixed.real(), parameter)
                : "= " + names.words(((Value.Same) value).parameter());
    }

    /**
     * The action that a filled-in line means.
     *
     * @param line its number, from 1, for what is said when it means none
     * @param before the actions there were, for their own stages
     */
    Action action(String part, int line, Rig rig, Names names, List<Action> before) {
        Line in = new Line(part, line);
        try {
            return switch (what) {
                case "wait" -> new Wait(in.quantity(value, EVEN, new Range(0, 1e6, "s")));
                case "stop" -> new StopAll();
                case "resetting" -> new ResetMoved();
                case "row" -> new SetOfPage(device(in, value.strip(), rig).id());
                case "page" -> page(in, rig);
                case "recall" -> recall(in, rig);
                case "send" -> send(in, rig);
                default -> about(in, rig, names, before);
            };
        } catch (IllegalArgumentException e) {
            throw in.refuse(e.getMessage());
        }
    }

    private Action about(Line in, Rig rig, Names names, List<Action> before) {
        Ref.ToParameter ref = Ref.ToParameter.of(parameter).orElseThrow(() -> in.refuse("choose a parameter"));
        if (what.equals("follow")) {
            boolean keeps = own >= 0
                    && own < before.size()
                    && before.get(own) instanceof SetParameter set
                    && set.parameter().equals(ref);
            return keeps ? before.get(own) : new SetParameter(ref, Shape.WHOLE);
        }
        if (what.equals("reset")) {
            return new Reset(ref);
        } else if (what.equals("tap")) {
            return new Tap(ref);
        }
        Parameter p = rig.parameter(ref).orElseThrow(() -> in.refuse("the parameter is not there any more"));
        Range steps = new Range(-1e9, 1e9, p.range().unit());
        return switch (what) {
            case "set" -> new SetTo(ref, value(in, p, rig, names));
            case "hold" -> new Hold(ref, value(in, p, rig, names));
            case "toggle" -> {
                String[] two = value.split("/", 2);
                if (two.length < 2) {
                    throw in.refuse("expected two values, like "
                            + Display.real(p.range().low(), Optional.of(p)) + " / "
                            + Display.real(p.range().high(), Optional.of(p)));
                }
                yield new Toggle(ref, in.real(two[0], p), in.real(two[1], p));
            }
            case "move" -> new Nudge(ref, in.quantity(value, EVEN, steps), false);
            case "around" -> new Nudge(ref, in.quantity(value, EVEN, steps), true);
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

    private Action choose(Line in, Ref.ToParameter ref, Parameter parameter) {
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
            return new Choose(ref, values, stop);
        }
        for (String each : halves[0].split(",")) {
            values.add(in.real(each, parameter));
        }
        return new Choose(ref, values, stop);
    }

    private static String name(String device, Names names) {
        return names.device(device).map(Device::name).orElse(device);
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

    private Action page(Line in, Rig rig) {
        Pick pick = Pick.of(in, value, rig);
        return pick.by() != 0
                ? new OpenPage(pick.device().id(), "", pick.by(), pick.words())
                : pick.device().profile().choices().parameterPages().stream()
                        .filter(page -> page.name().equalsIgnoreCase(pick.words()))
                        .findFirst()
                        .map(page -> new OpenPage(pick.device().id(), page.id(), 0, ""))
                        .orElseThrow(() -> in.refuse(pick.device().name() + " has no page called “" + pick.words()
                                + "”; expected a name, or +1 for the next one"));
    }

    private Action recall(Line in, Rig rig) {
        Pick pick = Pick.of(in, value, rig);
        String device = pick.device().id();
        return pick.by() != 0
                ? new Recall(device, "", pick.by(), pick.words())
                : rig.presets().stream()
                        .filter(preset ->
                                preset.device().equals(device) && preset.name().equalsIgnoreCase(pick.words()))
                        .findFirst()
                        .map(preset -> new Recall(device, preset.id(), 0, ""))
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

    private Action send(Line in, Rig rig) {
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
            return new Send(device.id(), message);
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
