package orchard.recipe;

import java.util.ArrayList;
import java.util.List;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Stage;
import orchard.shape.Wrap;

/** An endless control that goes round at the parameter's ends. */
record Round() implements Recipe {

    private static final double CIRCLE = 360;

    @Override
    public String words() {
        return "Round and round";
    }

    @Override
    public String help() {
        return "goes on at the other end";
    }

    @Override
    public boolean fits(Subject of) {
        return of.isEndless();
    }

    @Override
    public List<Field> fields(Subject of) {
        Range range = of.parameter().range();
        List<Field> fields = new ArrayList<>();
        if (of.turnsEvenly()) {
            double turn = range.unit().equals(Display.DEGREES) ? CIRCLE : range.high() - range.low();
            fields.add(Field.text("turn", "A turn is", Display.text(turn, range.unit()), ""));
        }
        fields.add(Field.real("low", "from", range.low(), range.low(), of.parameter()));
        fields.add(Field.real("high", "to", range.high(), range.high(), of.parameter()));
        return fields;
    }

    @Override
    public Mapping made(Subject of, Typed typed) {
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
}
