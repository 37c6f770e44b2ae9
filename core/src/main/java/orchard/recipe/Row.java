package orchard.recipe;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.action.Choose;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.rig.MappingCopier;
import orchard.shape.Shape;

/** Pads in a row, each of which chooses a value. */
record Row() implements Recipe {

    private static final int ROW_LENGTH = 8;

    @Override
    public String words() {
        return "A row that chooses";
    }

    @Override
    public String help() {
        return "each pad or button a value of its own";
    }

    @Override
    public boolean fits(Subject of) {
        return of.isPressed();
    }

    @Override
    public List<Field> fields(Subject of) {
        Parameter parameter = of.parameter();
        int there = of.row();
        List<Double> values = parameter.favouritesFirst();
        int count = Math.min(there, values.isEmpty() ? ROW_LENGTH : values.size());
        String lines = IntStream.range(0, count)
                .mapToObj(i -> parameter.textOfReal(
                        values.isEmpty() ? parameter.real(count == 1 ? 1 : i / (count - 1.0)) : values.get(i)))
                .collect(Collectors.joining("\n"));
        return List.of(new Field("values", "A value for each, a line each", lines, "", Field.Input.LINES, Map.of()));
    }

    @Override
    public Mapping made(Subject of, Typed typed) {
        List<Double> values = typed.reals("values", of.parameter());
        if (values.isEmpty()) {
            throw new Mistake("values", "type at least one value, a line each");
        }
        MappingCopier copier = new MappingCopier(of.rig());
        List<Ref.ToControl> row = copier.run(of.mapping().id(), of.gate(), values.size());
        Mapping made = of.mapping()
                .with(Shape.WHOLE)
                .with(new When(row, Gesture.MOVE, of.mapping().when().also()))
                .with(new Actions(List.of(new Choose(of.target(), values, null))))
                .with(new Show(List.of()));
        return made.with(new Show(copier.choices(made)));
    }
}
