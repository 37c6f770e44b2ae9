package orchard.recipe;

import java.util.ArrayList;
import java.util.List;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;
import orchard.shape.Zone;

/** One fader that moves three parameters, one after the other. */
record Stretches() implements Recipe {

    private static final List<String> PARTS = List.of("low", "middle", "high");

    @Override
    public String words() {
        return "Three stretches";
    }

    @Override
    public String help() {
        return "a parameter on each third of the way";
    }

    @Override
    public boolean fits(Subject of) {
        return of.isPlacing();
    }

    @Override
    public List<Field> fields(Subject of) {
        List<Field> fields = new ArrayList<>();
        for (int i = 0; i < PARTS.size(); i++) {
            String key = of.beside(i).map(Ref.ToParameter::key).orElse("");
            fields.add(Field.ofRig(PARTS.get(i), PARTS.get(i), key, Field.Input.PARAMETER));
        }
        return fields;
    }

    @Override
    public Mapping made(Subject of, Typed typed) {
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
}
