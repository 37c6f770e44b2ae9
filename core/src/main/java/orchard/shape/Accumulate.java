package orchard.shape;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Ref;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * Makes movement out of an endless control's steps: steps to control position 0..1. Stands first; an absolute control
 * passes through it unchanged, unless {@code slow} is held.
 *
 * @param sensitivity way for each step, as a multiple of the control's own; above 0
 * @param acceleration how many times further a fast turn goes than a slow one; 1 for none
 * @param around whether it goes round at the ends, rather than stopping there
 * @param slow while this control is held down, every movement is multiplied by {@code fine}, that of an absolute control too; or null
 * @param fine below 1 finer, above 1 coarser; 0.01..20
 */
public record Accumulate(double sensitivity, double acceleration, boolean around, Ref.ToControl slow, double fine)
        implements Stage {

    /** A tenth. */
    public static final double TENTH = 0.1;

    public Accumulate {
        fine = fine == 0 || slow == null
                ? TENTH
                : fine; // as it was before it could be said, or where it is not asked for
        Bounds.within("fine", fine, 0.01, 20);
        Bounds.within("sensitivity", sensitivity, 0.01, 100);
        Bounds.within("acceleration", acceleration, 1, 20);
    }

    @Override
    public Kind kind() {
        return Kind.ACCUMULATE;
    }

    @Override
    public Side side() {
        return Side.CONTROL;
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return "%s each step".formatted(Display.times(sensitivity))
                + (acceleration > 1 ? ", up to " + Display.times(acceleration) + " when turned fast" : "")
                + (around ? ", round at the ends" : "")
                + (slow == null ? "" : ", " + Display.times(fine) + " while another is held");
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(
                Field.number("sensitivity", "Way each step, ×", sensitivity, "1"),
                Field.number("acceleration", "When turned fast up to, ×", acceleration, "1"),
                Field.check("around", "goes round at the ends", around),
                new Field(
                        "slow", "While this is held …", slow == null ? "" : slow.key(), "", Field.Input.HELD, Map.of()),
                Field.number("fine", "… it moves, ×", fine, "0.10"));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Accumulate(
                typed.number("sensitivity"),
                typed.number("acceleration"),
                typed.check("around"),
                Ref.ToControl.of(typed.text("slow")).orElse(null),
                typed.number("fine"));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return Pure.NOTHING; // steps become movement before they come here
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.accumulate(this);
    }
}
