package orchard.recipe;

import java.util.List;
import orchard.gear.Takeover;
import orchard.mapping.Mapping;
import orchard.parameter.Field;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.shape.Scale;
import orchard.shape.Shape;

/** A pedal that neither jumps nor misses its ends. */
record PickedUp() implements Recipe {

    @Override
    public String words() {
        return "Picked up";
    }

    @Override
    public String help() {
        return "waits until it comes past, and reaches both ends";
    }

    @Override
    public boolean fits(Subject of) {
        return of.isPlacing();
    }

    @Override
    public List<Field> fields(Subject of) {
        Range range = of.parameter().range();
        return List.of(
                Field.percent("from", "Of its way", 0.03, 0.03),
                Field.percent("to", "to", 0.97, 0.97),
                Field.real("low", "gives", range.low(), range.low(), of.parameter()),
                Field.real("high", "to", range.high(), range.high(), of.parameter()));
    }

    @Override
    public Mapping made(Subject of, Typed typed) {
        Scale scale = new Scale(
                typed.percent("from"),
                typed.percent("to"),
                typed.real("low", of.parameter()),
                typed.real("high", of.parameter()),
                false);
        return of.following(new Shape(List.of(scale))).with(Takeover.PICK_UP);
    }
}
