package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/** A stage that is there, and does nothing for the moment. */
public record Bypassed(Stage stage) implements Stage {

    public Bypassed {
        if (stage instanceof Bypassed) {
            throw new Mistake("it is bypassed already");
        }
    }

    @Override
    public Medium takes(Medium offered) {
        return offered;
    }

    @Override
    public Kind kind() {
        return stage.kind();
    }

    @Override
    public Side side() {
        return stage.side() == Side.CROSSING ? Side.EITHER : stage.side();
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return "(not now: " + stage.words(parameter) + ")";
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return stage.fields(parameter);
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Bypassed(stage.filled(typed, parameter));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return Pure.NOTHING;
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.bypassed(this);
    }
}
