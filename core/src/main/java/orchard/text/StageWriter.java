package orchard.text;

import java.util.Optional;
import java.util.stream.Collectors;
import orchard.parameter.Parameter;
import orchard.shape.Accumulate;
import orchard.shape.Bypassed;
import orchard.shape.Clamp;
import orchard.shape.Curve;
import orchard.shape.DeadBand;
import orchard.shape.Fold;
import orchard.shape.Formula;
import orchard.shape.Invert;
import orchard.shape.LookUp;
import orchard.shape.Rate;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.shape.Snap;
import orchard.shape.Stage;
import orchard.shape.Switch;
import orchard.shape.Wrap;
import orchard.shape.Zone;

/**
 * Writes stages.
 *
 * @param parameter in whose unit they are
 */
record StageWriter(Rolls rolls, Optional<Parameter> parameter) implements Stage.Visitor<String> {

    String written(Shape shape) {
        return shape.stages().stream().map(stage -> stage.accept(this)).collect(Collectors.joining(" then "));
    }

    @Override
    public String accumulate(Accumulate stage) {
        return Spelling.number(stage.sensitivity()) + " times each step"
                + (stage.acceleration() == 1
                        ? ""
                        : " up to " + Spelling.number(stage.acceleration()) + " times when turned fast")
                + (stage.around() ? " round at the ends" : "")
                + (stage.slow() == null
                        ? ""
                        : " " + Spelling.number(stage.fine()) + " times while " + rolls.written(stage.slow())
                                + " is held");
    }

    @Override
    public String bypassed(Bypassed stage) {
        return "not now (" + stage.stage().accept(this) + ")";
    }

    @Override
    public String clamp(Clamp stage) {
        return "kept within " + real(stage.low()) + " and " + real(stage.high());
    }

    @Override
    public String curve(Curve stage) {
        return written(stage);
    }

    static String written(Curve stage) {
        String points = stage.points().stream()
                .map(point -> "(" + Spelling.percent(point.x()) + " " + Spelling.percent(point.y()) + ")")
                .collect(Collectors.joining(" "));
        String by = " by " + Spelling.number(stage.bend());
        return switch (stage.form()) {
                    case GAMMA -> "bent by a power of " + Spelling.number(stage.bend());
                    case LOGARITHMIC -> "quick at first" + by;
                    case EXPONENTIAL -> "slow at first" + by;
                    case S -> "slow at both ends" + by;
                    case POINTS -> "along " + points + by;
                }
                + (stage.form() == Curve.Form.POINTS || points.isEmpty() ? "" : " " + points);
    }

    @Override
    public String deadBand(DeadBand stage) {
        return "resting at " + Spelling.percent(stage.centre()) + " within " + Spelling.percent(stage.width());
    }

    @Override
    public String fold(Fold stage) {
        return "folded " + real(stage.low()) + " to " + real(stage.high());
    }

    @Override
    public String formula(Formula stage) {
        return "by " + Spelling.quoted(stage.text());
    }

    @Override
    public String invert(Invert stage) {
        return "inverted";
    }

    @Override
    public String lookUp(LookUp stage) {
        return "one of " + stage.names().stream().map(Spelling::quoted).collect(Collectors.joining(" or "));
    }

    @Override
    public String rate(Rate stage) {
        return "no faster than " + Spelling.seconds(stage.seconds()) + " for the whole way";
    }

    @Override
    public String scale(Scale stage) {
        boolean isWhole = stage.from() == 0 && stage.to() == 1;
        return (isWhole
                        ? ""
                        : "from " + Spelling.percent(stage.from()) + " to " + Spelling.percent(stage.to()) + " onto ")
                + real(stage.low()) + " to " + real(stage.high()) + (stage.open() ? " for every turn" : "");
    }

    @Override
    public String smooth(Smooth stage) {
        return "smoothed over " + Spelling.seconds(stage.seconds());
    }

    @Override
    public String snap(Snap stage) {
        return "in steps of " + number(stage.size()) + " holding " + Spelling.percent(stage.hysteresis());
    }

    @Override
    public String switching(Switch stage) {
        return "on from " + Spelling.percent(stage.on()) + " and off from " + Spelling.percent(stage.off());
    }

    @Override
    public String wrap(Wrap stage) {
        return "wrapped " + real(stage.low()) + " to " + real(stage.high());
    }

    @Override
    public String zone(Zone stage) {
        boolean isSame = stage.low() == stage.downLow() && stage.high() == stage.downHigh();
        return (stage.switching() ? "on between " : "between ") + Spelling.percent(stage.low()) + " and "
                + Spelling.percent(stage.high())
                + (isSame
                        ? ""
                        : " going down " + Spelling.percent(stage.downLow()) + " and "
                                + Spelling.percent(stage.downHigh()));
    }

    private String real(double value) {
        return Rolls.written(value, parameter);
    }

    /** Where a number is no place on the parameter's way, and has no name. */
    private String number(double value) {
        return Rolls.written(value, parameter.filter(of -> !of.hasNames()));
    }
}
