package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import orchard.action.SetParameter;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiKeys;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/** Puts a trace into words: what came, what each mapping made of it and why, what went out, and the near misses. */
public final class Explain {

    private Explain() {}

    /**
     * One line of an explanation.
     *
     * @param mapping id of the mapping it is about, or ""
     */
    public record Line(Tone tone, String text, String mapping) {}

    /** What a line is about. */
    public enum Tone {
        IN,
        THROUGH,
        OUT,
        MISSED,
        WRONG
    }

    /** The whole reason, in the order it happened. */
    public static List<Line> lines(Trace trace, Directory names) {
        List<Line> lines = new ArrayList<>();
        if (trace.event() instanceof Event.Arrived arrived) {
            String device = names.device(arrived.device()).map(Device::name).orElse("an unknown sender");
            lines.add(line(Tone.IN, arrived.message().words() + " came from " + device + "."));
        } else if (trace.event() instanceof Event.Dated dated) {
            String device = names.device(dated.device()).map(Device::name).orElse("an unknown sender");
            lines.add(line(Tone.IN, dated.message().words() + " came from " + device + "."));
        } else if (trace.event() instanceof Event.Touched touched) {
            lines.add(line(
                    Tone.IN,
                    names.words(new Ref.ToParameter(touched.device(), touched.parameter()))
                            + " was touched on a page."));
        }
        if (trace.event() instanceof Event.Recalled) {
            lines.add(line(Tone.IN, "A preset was asked for on a page."));
        } else if (trace.event() instanceof Event.Overtaken overtaken) {
            lines.add(line(
                    Tone.IN,
                    overtaken.message().words() + " came from " + device(overtaken.device(), names)
                            + ", but before it could be dealt with everything was stopped, or its cable was pulled."));
        }
        if (trace.cause() > 0) {
            lines.add(line(Tone.IN, "It goes on from signal " + trace.cause() + "."));
        }
        for (Step step : trace.steps()) {
            add(step, trace, names, lines);
        }
        if (trace.first(Step.NobodyListens.class) != null && trace.event() instanceof Event.Arrived arrived) {
            nearMisses(arrived, trace, names).forEach(miss -> lines.add(line(Tone.MISSED, miss)));
        }
        return List.copyOf(lines);
    }

    /** One step in words. */
    public static String words(Step step, Trace trace, Directory names) {
        List<Line> lines = new ArrayList<>();
        add(step, trace, names, lines);
        return lines.isEmpty() ? "" : lines.get(0).text();
    }

    private static void add(Step step, Trace trace, Directory names, List<Line> lines) {
        if (step instanceof Step.ControlMoved moved) {
            lines.add(line(
                    Tone.IN,
                    "That is " + names.words(moved.control()) + ", "
                            + (moved.byHand() ? "now" : "taken by its motor, now") + " at "
                            + percent(moved.position()) + "."));
            if (trace.first(Step.Considered.class) == null) {
                lines.add(line(Tone.MISSED, "No mapping listens to " + names.words(moved.control()) + "."));
            }
        } else if (step instanceof Step.Considered considered) {
            lines.add(considered(considered, trace, names));
        } else if (step instanceof Step.ParameterSet set) {
            lines.add(line(
                    Tone.OUT,
                    names.words(set.parameter()) + " was set to "
                            + names.text(set.parameter(), set.position()) + ": "
                            + set.message().words() + " to " + device(set.parameter(), names) + "."));
        } else if (step instanceof Step.VariableSet set) {
            lines.add(line(
                    Tone.THROUGH,
                    names.words(set.parameter()) + " is " + names.text(set.parameter(), set.position())
                            + " now: a variable, which nobody has to be told."));
        } else if (step instanceof Step.ParameterTold told) {
            lines.add(line(
                    Tone.IN,
                    names.words(told.parameter()) + " is at " + told.text()
                            + (told.answer()
                                    ? ": the answer to what Orchard set."
                                    : told.moved() ? ": changed on its own side." : ": no news.")));
        } else if (step instanceof Step.GroupNamed named) {
            lines.add(line(Tone.IN, "It is called “" + named.name() + "” from now on."));
        } else if (step instanceof Step.LightShown shown) {
            lines.add(line(
                    Tone.OUT,
                    "“" + shown.text() + "” was shown on " + names.words(shown.light()) + " of "
                            + device(shown.light(), names) + ": "
                            + shown.message().words() + "."));
        } else if (step instanceof Step.Said said) {
            lines.add(line(
                    Tone.OUT,
                    "The " + said.why() + " of "
                            + names.device(said.device()).map(Device::name).orElse(said.device()) + ": "
                            + said.message().words() + "."));
        } else if (step instanceof Step.Joined joined) {
            lines.add(line(
                    Tone.IN,
                    "With what came before it makes " + joined.message().words() + "."));
        } else if (step instanceof Step.Matched matched) {
            lines.add(line(Tone.IN, "The pattern matches " + matched.message().subject() + "."));
        } else if (step instanceof Step.Waits waits) {
            lines.add(line(Tone.IN, "It is dated, and waits %,.1f ms.".formatted(waits.nanos() / 1e6)));
        } else if (step instanceof Step.NobodyListens) {
            lines.add(line(Tone.MISSED, "Nobody listens: nothing in the rig is about this message."));
        } else if (step instanceof Step.Filtered filtered) {
            lines.add(line(Tone.MISSED, filtered.why() + ". Connect is where that is set."));
        } else if (step instanceof Step.Refused refused) {
            lines.add(line(Tone.WRONG, refused.why() + "."));
        } else if (step instanceof Step.PageOpened opened) {
            lines.add(line(Tone.IN, page(opened, names) + " is open now."));
        } else if (step instanceof Step.PresetRecalled recalled) {
            lines.add(line(Tone.THROUGH, "The preset " + preset(recalled, trace) + " was recalled."));
        } else if (step instanceof Step.OfMemory) {
            lines.add(line(Tone.IN, "It is about the device's memory, which Describe reads and writes."));
        } else if (step instanceof Step.PresenceChanged presence) {
            lines.add(line(
                    Tone.IN,
                    names.device(presence.device()).map(Device::name).orElse(presence.device())
                            + (presence.present() ? " is there." : " is gone.")));
        } else if (step instanceof Step.Doubted doubted) {
            lines.add(line(
                    Tone.IN,
                    device(doubted.device(), names) + " may have missed something, for " + doubted.why()
                            + ": it is asked, and told everything again."));
        } else if (step instanceof Step.Reconciled reconciled) {
            lines.add(line(Tone.IN, reconciled(reconciled, names)));
        } else if (step instanceof Step.Unconfirmed unconfirmed) {
            lines.add(line(
                    Tone.WRONG,
                    device(unconfirmed.parameter(), names) + " answers what sets "
                            + names.words(unconfirmed.parameter()) + ", but never confirms it; it was sent "
                            + unconfirmed.times() + " times and is not sent again."));
        } else if (step instanceof Step.LoopCut cut) {
            lines.add(line(Tone.WRONG, loop(cut, names)));
        } else if (step instanceof Step.LoopFreed) {
            lines.add(line(Tone.IN, "What was muted because it went round without end acts again."));
        }
    }

    private static String reconciled(Step.Reconciled step, Directory names) {
        String ours = names.text(step.parameter(), step.ours());
        String theirs = names.text(step.parameter(), step.theirs());
        String what = names.words(step.parameter());
        if (step.both()) {
            return what + " was moved on both sides meanwhile, to " + ours + " here and to " + theirs + " there: "
                    + (step.oursWins() ? ours + " is sent again." : theirs + " is taken.");
        }
        return what
                + (step.oursWins()
                        ? " was moved here meanwhile: " + ours + " is sent again."
                        : " was moved on its own side meanwhile: " + theirs + " is taken.");
    }

    /** What goes round without end. */
    public static String loop(Step.LoopCut cut, Directory names) {
        String from = device(cut.from(), names);
        String to = device(cut.to(), names);
        return (from.equals(to)
                        ? from + " answers what it is sent, and that sets it again"
                        : from + " and " + to + " set each other off")
                + " without end (" + cut.rounds() + " times): this mapping is muted until it is edited or freed.";
    }

    private static String device(String id, Directory names) {
        return names.device(id).map(Device::name).orElse(id.isEmpty() ? "an unknown sender" : id);
    }

    private static String preset(Step.PresetRecalled recalled, Trace trace) {
        return trace.rig().presets().stream()
                .filter(preset -> preset.id().equals(recalled.preset()))
                .map(preset -> "“" + preset.name() + "”")
                .findFirst()
                .orElse(recalled.preset());
    }

    private static String page(Step.PageOpened opened, Directory names) {
        return names.device(opened.device())
                .flatMap(device -> device.profile().setup().group(opened.group()))
                .map(group -> "Page %d of %s, “%s”,"
                        .formatted(opened.page(), group.name(), group.names().get(opened.page() - 1)))
                .orElse("Page " + opened.page());
    }

    private static Line considered(Step.Considered considered, Trace trace, Directory names) {
        Optional<Mapping> mapping = trace.rig().mapping(considered.mapping());
        String sentence = mapping.map(m -> Sentence.of(m, names).text()).orElse(considered.mapping());
        String values = mapping.map(m -> " " + values(considered, m, names)).orElse("");
        return switch (considered.verdict()) {
            case ACTED -> new Line(Tone.THROUGH, sentence + values, considered.mapping());
            case HELD_BACK ->
                new Line(Tone.MISSED, sentence + " It " + considered.why() + "." + values, considered.mapping());
            case FAULTY -> new Line(Tone.WRONG, sentence + " " + considered.why() + values, considered.mapping());
        };
    }

    /** Every value between the stages, with the stage's name. */
    private static String values(Step.Considered considered, Mapping mapping, Directory names) {
        List<Double> values = considered.values();
        if (values.isEmpty()) {
            return "";
        }
        StringBuilder text = new StringBuilder(number(values.get(0)));
        if (considered.action() < mapping.then().actions().size()
                && mapping.then().actions().get(considered.action()) instanceof SetParameter set
                && names.parameter(set.parameter()).isPresent()
                && values.size() > 1) {
            Parameter parameter = names.parameter(set.parameter()).orElseThrow();
            Shape shape = mapping.shape().then(set.own());
            ShapeFunction function = ShapeFunction.of(shape, parameter);
            for (int i = 1; i < values.size() - 1 && i <= shape.stages().size(); i++) {
                text.append(" → ")
                        .append(shape.stages().get(i - 1).kind().words())
                        .append(" ")
                        .append(function.text(i - 1, values.get(i)));
            }
            double last = values.get(values.size() - 1);
            text.append(" → ").append(Double.isNaN(last) ? "nothing" : parameter.text(last));
        }
        return "(" + text + ")";
    }

    /** Controls that would have matched, had one thing been different. */
    private static List<String> nearMisses(Event.Arrived arrived, Trace trace, Directory names) {
        List<String> misses = new ArrayList<>();
        Message message = arrived.message();
        Optional<Device> sender = trace.rig().device(arrived.device());
        for (Device device : trace.rig().gear()) {
            for (Control control : device.profile().controls()) {
                for (Dimension dimension : control.dimensions()) {
                    Ref ref = new Ref.ToControl(device.id(), control.id(), dimension.name());
                    boolean same = device.equals(sender.orElse(null));
                    near(message, dimension.pattern(), same)
                            .ifPresent(miss -> misses.add("Near miss: " + names.words(ref) + " sends "
                                    + dimension.pattern().words() + "; " + miss + "."));
                }
            }
        }
        return misses.size() > 5 ? misses.subList(0, 5) : misses;
    }

    private static Optional<String> near(Message message, MessagePattern pattern, boolean sameDevice) {
        if (message instanceof MidiMessage midi && pattern.key() instanceof Integer key) {
            int got = MidiKeys.key(midi);
            if (got == key) {
                return Optional.of("this came from another device");
            } else if (sameDevice && got >= 0 && got / 2048 == key / 2048 && got % 128 == key % 128) {
                return Optional.of("this came on channel " + (got / 128 % 16 + 1));
            }
        } else if (message instanceof OscMessage osc && pattern.key() instanceof String address) {
            if (osc.address().equalsIgnoreCase(address)) {
                return Optional.of("capital and small letters differ");
            } else if (address.startsWith(osc.address() + "/") || osc.address().startsWith(address + "/")) {
                return Optional.of("one address is the beginning of the other");
            }
        }
        return Optional.empty();
    }

    private static String device(Ref ref, Directory names) {
        return names.device(ref.device()).map(Device::name).orElse(ref.device());
    }

    private static String percent(double position) {
        return String.format(Locale.ROOT, "%.0f %%", position * 100);
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.3f", value);
    }

    private static Line line(Tone tone, String text) {
        return new Line(tone, text, "");
    }
}
