package orchard.text;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import orchard.gear.Ref;
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
import orchard.text.grammar.SentencesBaseVisitor;
import orchard.text.grammar.SentencesParser.AccumulateContext;
import orchard.text.grammar.SentencesParser.BendContext;
import orchard.text.grammar.SentencesParser.BypassedContext;
import orchard.text.grammar.SentencesParser.ClampContext;
import orchard.text.grammar.SentencesParser.CurveContext;
import orchard.text.grammar.SentencesParser.DeadBandContext;
import orchard.text.grammar.SentencesParser.FixedContext;
import orchard.text.grammar.SentencesParser.FoldContext;
import orchard.text.grammar.SentencesParser.FormulaContext;
import orchard.text.grammar.SentencesParser.InvertContext;
import orchard.text.grammar.SentencesParser.LookUpContext;
import orchard.text.grammar.SentencesParser.PercentContext;
import orchard.text.grammar.SentencesParser.RateContext;
import orchard.text.grammar.SentencesParser.ScaleContext;
import orchard.text.grammar.SentencesParser.ShapeContext;
import orchard.text.grammar.SentencesParser.SmoothContext;
import orchard.text.grammar.SentencesParser.SnapContext;
import orchard.text.grammar.SentencesParser.SwitchContext;
import orchard.text.grammar.SentencesParser.WrapContext;
import orchard.text.grammar.SentencesParser.ZoneContext;
import org.antlr.v4.runtime.tree.TerminalNode;

/** Reads stages in the unit of a parameter. */
final class StageReader extends SentencesBaseVisitor<Stage> {

    private final NameReader read;
    private final Optional<Parameter> parameter;

    StageReader(NameReader read, Optional<Parameter> parameter) {
        this.read = read;
        this.parameter = parameter;
    }

    /** The stages of a shape; none where there is none. */
    Shape shape(ShapeContext shape) {
        return shape == null
                ? Shape.WHOLE
                : Unread.at(
                        shape.getStart(),
                        () -> new Shape(shape.stage().stream()
                                .map(stage -> Unread.at(stage.getStart(), () -> visit(stage)))
                                .toList()));
    }

    @Override
    public Stage visitInvert(InvertContext stage) {
        return new Invert();
    }

    @Override
    public Stage visitCurve(CurveContext stage) {
        return curve(stage.bend(), read);
    }

    static Curve curve(BendContext bend, NameReader read) {
        Curve.Form form = switch (bend.start.getText().toLowerCase(Locale.ROOT)) {
            case "bent" -> Curve.Form.GAMMA;
            case "quick" -> Curve.Form.LOGARITHMIC;
            case "along" -> Curve.Form.POINTS;
            default -> Tokens.says(bend, "both") ? Curve.Form.S : Curve.Form.EXPONENTIAL;
        };
        List<Curve.Point> points = bend.points() == null
                ? List.of()
                : bend.points().point().stream()
                        .map(point -> new Curve.Point(read.share(point.percent(0)), read.share(point.percent(1))))
                        .toList();
        double by = bend.NUMBER() == null ? Curve.USUAL : number(bend.NUMBER());
        return new Curve(form, by, points);
    }

    @Override
    public Stage visitDeadBand(DeadBandContext stage) {
        return new DeadBand(share(stage.percent(), 0), share(stage.percent(), 1));
    }

    @Override
    public Stage visitSwitch(SwitchContext stage) {
        return new Switch(share(stage.percent(), 1), share(stage.percent(), 0));
    }

    @Override
    public Stage visitZone(ZoneContext stage) {
        int down = stage.percent().size() - 2;
        return new Zone(
                share(stage.percent(), 0),
                share(stage.percent(), 1),
                share(stage.percent(), down),
                share(stage.percent(), down + 1),
                Tokens.says(stage, "on"));
    }

    @Override
    public Stage visitAccumulate(AccumulateContext steps) {
        int place = 0;
        double sensitivity = number(steps.NUMBER(place++));
        double acceleration = Tokens.says(steps, "fast") ? number(steps.NUMBER(place++)) : 1;
        Ref.ToControl slow = steps.control() == null ? null : read.control(steps.control());
        return new Accumulate(
                sensitivity,
                acceleration,
                Tokens.says(steps, "round"),
                slow,
                slow == null ? Accumulate.TENTH : number(steps.NUMBER(place)));
    }

    @Override
    public Stage visitScale(ScaleContext stage) {
        boolean isPart = !stage.percent().isEmpty();
        return new Scale(
                isPart ? share(stage.percent(), 0) : 0,
                isPart ? share(stage.percent(), 1) : 1,
                real(stage.fixed(), 0),
                real(stage.fixed(), 1),
                Tokens.says(stage, "every"));
    }

    @Override
    public Stage visitLookUp(LookUpContext stage) {
        List<String> known = parameter.map(of -> of.law().labels()).orElse(List.of());
        return new LookUp(stage.STRING().stream()
                .map(string -> {
                    String name = read.text(string);
                    return known.stream()
                            .filter(one -> one.equalsIgnoreCase(name) && !known.contains(name))
                            .findFirst()
                            .orElse(name);
                })
                .toList());
    }

    @Override
    public Stage visitClamp(ClampContext stage) {
        return new Clamp(real(stage.fixed(), 0), real(stage.fixed(), 1));
    }

    @Override
    public Stage visitWrap(WrapContext stage) {
        return new Wrap(real(stage.fixed(), 0), real(stage.fixed(), 1));
    }

    @Override
    public Stage visitFold(FoldContext stage) {
        return new Fold(real(stage.fixed(), 0), real(stage.fixed(), 1));
    }

    @Override
    public Stage visitSnap(SnapContext stage) {
        return new Snap(
                read.quantity(stage.quantity(), parameter.filter(of -> !of.hasNames()), false),
                read.share(stage.percent()));
    }

    @Override
    public Stage visitSmooth(SmoothContext stage) {
        return new Smooth(read.seconds(stage.seconds()));
    }

    @Override
    public Stage visitRate(RateContext stage) {
        return new Rate(read.seconds(stage.seconds()));
    }

    @Override
    public Stage visitFormula(FormulaContext stage) {
        return new Formula(read.text(stage.STRING()));
    }

    @Override
    public Stage visitBypassed(BypassedContext stage) {
        return new Bypassed(visit(stage.stage()));
    }

    private double real(List<FixedContext> fixed, int place) {
        return read.fixed(fixed.get(place), parameter, false);
    }

    private double share(List<PercentContext> shares, int place) {
        return read.share(shares.get(place));
    }

    private static double number(TerminalNode number) {
        return Spelling.number(number.getText());
    }
}
