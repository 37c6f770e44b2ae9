package orchard.recipe;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.action.SetTo;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Switch;

/** A press, or a half of the way, for each of two values. */
record TwoValues() implements Recipe {

    @Override
    public String words() {
        return "Two values";
    }

    @Override
    public String help() {
        return "one or the other, nothing between";
    }

    @Override
    public boolean fits(Subject of) {
        return !of.isEndless();
    }

    @Override
    public List<Field> fields(Subject of) {
        Range range = of.parameter().range();
        List<Field> fields = new ArrayList<>(List.of(
                Field.real(
                        "high", of.isPressed() ? "Pressed" : "Upper half", range.high(), range.high(), of.parameter()),
                Field.real("low", of.isPressed() ? "else" : "lower half", range.low(), range.low(), of.parameter())));
        if (of.isPressed()) {
            Map<String, String> ways = new LinkedHashMap<>();
            ways.put("again", "with the next press");
            ways.put("release", "when let go");
            fields.add(Field.choice("how", "back", "again", ways));
        }
        return fields;
    }

    @Override
    public Mapping made(Subject of, Typed typed) {
        double high = typed.real("high", of.parameter());
        double low = typed.real("low", of.parameter());
        if (low == high) {
            throw new Mistake("low", "both are " + of.parameter().textOfReal(low) + ": nothing would change");
        } else if (!of.isPressed()) {
            return of.following(new Shape(List.of(new Switch(0.45, 0.55), new Scale(0, 1, low, high, false))));
        }
        Mapping pressed = of.mapping()
                .with(Shape.WHOLE)
                .with(new When(
                        List.of(of.gate()), Gesture.MOVE, of.mapping().when().also()));
        return typed.text("how").equals("release")
                ? pressed.with(new Actions(
                        List.of(new SetTo(of.target(), new Value.Fixed(high))),
                        List.of(new SetTo(of.target(), new Value.Fixed(low)))))
                : pressed.with(new Actions(List.of(new Toggle(of.target(), low, high))));
    }
}
