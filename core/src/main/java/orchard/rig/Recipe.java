package orchard.rig;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.gear.Control;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Stage;
import orchard.shape.Switch;
import orchard.shape.Wrap;
import orchard.shape.Zone;

/**
 * A common way to play a parameter with a control, whole: chosen by name with a few things to fill in, and then changed like any other.
 * What it makes keeps the mapping's control, its condition and its marks.
 */
public enum Recipe {

    /** An endless control that goes round at the parameter's ends. */
    ROUND("Round and round", "goes on at the other end") {
        @Override
        boolean fits(Subject of) {
            return of.isEndless();
        }

        @Override
        List<Field> fields(Subject of) {
            Range range = of.parameter().range();
            List<Field> fields = new ArrayList<>();
            if (of.turnsEvenly()) {
                double turn = range.unit().equals(Display.DEGREES) ? 360 : range.high() - range.low();
                fields.add(Field.text("turn", "A turn is", Display.text(turn, range.unit()), ""));
            }
            fields.add(Field.real("low", "from", range.low(), range.low(), of.parameter()));
            fields.add(Field.real("high", "to", range.high(), range.high(), of.parameter()));
            return fields;
        }

        @Override
        Mapping made(Subject of, Typed typed) {
            Wrap wrap = new Wrap(typed.real("low", of.parameter()), typed.real("high", of.parameter()));
            List<Stage> stages = new ArrayList<>(List.of(wrap));
            if (of.turnsEvenly()) {
                double turn = typed.free("turn", of.parameter());
                if (turn == 0) {
                    throw new Mistake("turn", "a turn goes further than nothing");
                }
                stages.add(0, new Scale(0, 1, 0, turn, true));
            }
            return of.following(new Shape(stages));
        }
    },

    /** One fader that moves three parameters, one after the other. */
    STRETCHES("Three stretches", "a parameter on each third of the way") {
        @Override
        boolean fits(Subject of) {
            return of.isPlacing();
        }

        @Override
        List<Field> fields(Subject of) {
            List<Field> fields = new ArrayList<>();
            for (int i = 0; i < PARTS.size(); i++) {
                String key = of.beside(i).map(Ref.ToParameter::key).orElse("");
                fields.add(Field.ofRig(PARTS.get(i), PARTS.get(i), key, Field.Input.PARAMETER));
            }
            return fields;
        }

        @Override
        Mapping made(Subject of, Typed typed) {
            List<Action> actions = new ArrayList<>();
            double begin = 0;
            for (int i = 0; i < PARTS.size(); i++) {
                double end = i == PARTS.size() - 1 ? 1 : Math.rint(100.0 * (i + 1) / PARTS.size()) / 100;
                Shape own = new Shape(List.of(new Zone(begin, end, begin, end, false)));
                actions.add(new SetParameter(of.chosen(PARTS.get(i), typed), own));
                begin = end;
            }
            return of.mapping().with(Shape.WHOLE).with(new Actions(actions));
        }
    },

    /** A press, or a half of the way, for each of two values. */
    TWO_VALUES("Two values", "one or the other, nothing between") {
        @Override
        boolean fits(Subject of) {
            return !of.isEndless();
        }

        @Override
        List<Field> fields(Subject of) {
            Range range = of.parameter().range();
            List<Field> fields = new ArrayList<>(List.of(
                    Field.real(
                            "high",
                            of.isPressed() ? "Pressed" : "Upper half",
                            range.high(),
                            range.high(),
                            of.parameter()),
                    Field.real(
                            "low", of.isPressed() ? "else" : "lower half", range.low(), range.low(), of.parameter())));
            if (of.isPressed()) {
                Map<String, String> ways = new LinkedHashMap<>();
                ways.put("again", "with the next press");
                ways.put("release", "when let go");
                fields.add(Field.choice("how", "back", "again", ways));
            }
            return fields;
        }

        @Override
        Mapping made(Subject of, Typed typed) {
            double high = typed.real("high", of.parameter());
            double low = typed.real("low", of.parameter());
            if (low == high) {
                throw new Mistake("low", "both are " + of.parameter().textOfReal(low) + ": nothing would change");
            } else if (!of.isPressed()) {
                return of.following(new Shape(List.of(new Switch(0.45, 0.55), new Scale(0, 1, low, high, false))));
            }
            Mapping pressed = of.mapping().with(Shape.WHOLE).with(new When(List.of(of.gate())));
            return typed.text("how").equals("release")
                    ? pressed.with(new Actions(
                            List.of(new SetTo(of.target(), new Value.Fixed(high))),
                            List.of(new SetTo(of.target(), new Value.Fixed(low)))))
                    : pressed.with(new Actions(List.of(new Toggle(of.target(), low, high))));
        }
    },

    /** Pads in a row, each of which chooses a value. */
    ROW("A row that chooses", "each pad or button a value of its own") {
        @Override
        boolean fits(Subject of) {
            return of.isPressed();
        }

        @Override
        List<Field> fields(Subject of) {
            Parameter parameter = of.parameter();
            int there = of.row();
            List<Double> values = parameter.favouritesFirst();
            int count = Math.min(there, values.isEmpty() ? ROW_LENGTH : values.size());
            String lines = IntStream.range(0, count)
                    .mapToObj(i -> parameter.textOfReal(
                            values.isEmpty() ? parameter.real(count == 1 ? 1 : i / (count - 1.0)) : values.get(i)))
                    .collect(Collectors.joining("\n"));
            return List.of(
                    new Field("values", "A value for each, a line each", lines, "", Field.Input.LINES, Map.of()));
        }

        @Override
        Mapping made(Subject of, Typed typed) {
            List<Double> values = typed.reals("values", of.parameter());
            if (values.isEmpty()) {
                throw new Mistake("values", "type at least one value, a line each");
            }
            List<Ref.ToControl> row =
                    new MappingCopier(of.rig()).run(of.mapping().id(), of.gate(), values.size());
            return of.mapping()
                    .with(Shape.WHOLE)
                    .with(new When(row))
                    .with(new Actions(List.of(new Choose(of.target(), values, null))))
                    .with(new Show(List.of()));
        }
    },

    /** A pedal that neither jumps nor misses its ends. */
    PICKED_UP("Picked up", "waits until it comes past, and reaches both ends") {
        @Override
        boolean fits(Subject of) {
            return of.isPlacing();
        }

        @Override
        List<Field> fields(Subject of) {
            Range range = of.parameter().range();
            return List.of(
                    Field.percent("from", "Of its way", 0.03, 0.03),
                    Field.percent("to", "to", 0.97, 0.97),
                    Field.real("low", "gives", range.low(), range.low(), of.parameter()),
                    Field.real("high", "to", range.high(), range.high(), of.parameter()));
        }

        @Override
        Mapping made(Subject of, Typed typed) {
            Scale scale = new Scale(
                    typed.percent("from"),
                    typed.percent("to"),
                    typed.real("low", of.parameter()),
                    typed.real("high", of.parameter()),
                    false);
            return of.following(new Shape(List.of(scale))).with(Takeover.PICK_UP);
        }
    },

    /** What Learn makes. */
    PLAIN("Plain", "the whole way, as Learn makes it") {
        @Override
        boolean fits(Subject of) {
            return true;
        }

        @Override
        List<Field> fields(Subject of) {
            return List.of();
        }

        @Override
        Mapping made(Subject of, Typed typed) {
            Mapping plain = new MappingCopier(of.rig())
                    .plain(of.mapping().id(), of.mapping().trigger(), of.target());
            return of.mapping()
                    .with(plain.when())
                    .with(plain.shape())
                    .with(plain.actions())
                    .with(plain.show())
                    .with((Takeover) null);
        }
    };

    private static final List<String> PARTS = List.of("low", "middle", "high");
    private static final int ROW_LENGTH = 8;

    private final String words;
    private final String help;

    Recipe(String words, String help) {
        this.words = words;
        this.help = help;
    }

    /** By which it is chosen. */
    public String words() {
        return words;
    }

    /** What it does, in half a sentence. */
    public String help() {
        return help;
    }

    /** Lower-case name, as pages use it. */
    public String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The recipes that a mapping's control and first parameter can be played by; none where one of the two is missing. */
    public static List<Recipe> fitting(Mapping mapping, Rig rig) {
        return Subject.of(mapping, rig).stream()
                .flatMap(of -> Arrays.stream(values()).filter(recipe -> recipe.fits(of)))
                .toList();
    }

    /** What is filled in for it, with what is usual there. */
    public List<Field> fields(Mapping mapping, Rig rig) {
        return fields(subject(mapping, rig));
    }

    /**
     * The mapping played this way.
     *
     * @throws Mistake if something was filled in that cannot be, or it does not fit the mapping
     */
    public Mapping filled(Mapping mapping, Rig rig, Typed typed) {
        return made(subject(mapping, rig), typed);
    }

    private Subject subject(Mapping mapping, Rig rig) {
        return Subject.of(mapping, rig)
                .filter(this::fits)
                .orElseThrow(() -> new Mistake("“" + words + "” does not fit this control and what it sets"));
    }

    abstract boolean fits(Subject of);

    abstract List<Field> fields(Subject of);

    abstract Mapping made(Subject of, Typed typed);

    /** What a recipe is made for. */
    record Subject(Rig rig, Mapping mapping, Control control, Ref.ToParameter target, Parameter parameter) {

        static Optional<Subject> of(Mapping mapping, Rig rig) {
            Ref.ToControl trigger = mapping.trigger();
            Optional<Control> control = rig.dimension(trigger)
                    .flatMap(d -> rig.device(trigger.device()))
                    .flatMap(device -> device.profile().control(trigger.control()));
            Optional<Ref.ToParameter> target = mapping.target();
            Optional<Parameter> parameter = target.flatMap(rig::parameter).filter(Parameter::settable);
            return control.isEmpty() || parameter.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Subject(rig, mapping, control.get(), target.get(), parameter.get()));
        }

        boolean isEndless() {
            return mapping.isEndless(rig);
        }

        boolean isPressed() {
            return control.kind().pressed() && !isEndless();
        }

        /** Whether it says where it is, and a hand leaves it there. */
        boolean isPlacing() {
            return !isEndless() && !isPressed();
        }

        boolean turnsEvenly() {
            return parameter.law() instanceof Law.Linear;
        }

        Mapping following(Shape shape) {
            return mapping.with(shape).with(new Actions(List.of(new SetParameter(target))));
        }

        /** The dimension that tells a press, whatever of the control was mapped. */
        Ref.ToControl gate() {
            Ref.ToControl trigger = mapping.trigger();
            return control.dimension("gate").isPresent()
                    ? new Ref.ToControl(trigger.device(), trigger.control(), "gate")
                    : trigger;
        }

        /** How many controls of its kind stand in the row from it on. */
        int row() {
            return new MappingCopier(rig).rowFrom(gate()).size();
        }

        /** The same parameter so many tracks, lamps or voices further on. */
        Optional<Ref.ToParameter> beside(int by) {
            return by == 0 ? Optional.of(target) : new MappingCopier(rig).beside(target, by);
        }

        Ref.ToParameter chosen(String field, Typed typed) {
            Ref.ToParameter chosen = Ref.ToParameter.of(typed.text(field))
                    .orElseThrow(() -> new Mistake(field, "choose a parameter for this stretch"));
            Parameter found =
                    rig.parameter(chosen).orElseThrow(() -> new Mistake(field, "the parameter is not there any more"));
            if (!found.settable()) {
                throw new Mistake(field, rig.words(chosen) + " is only told and cannot be set; choose another");
            }
            return chosen;
        }
    }
}
