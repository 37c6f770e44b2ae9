package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.HoldNotes;
import orchard.action.RunClock;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.engine.Plan.LightRule;
import orchard.engine.Plan.RungPlan;
import orchard.engine.Plan.Shown;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Hue;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.layout.Layout;
import orchard.light.Colours;
import orchard.light.Light;
import orchard.mapping.Branch;
import orchard.mapping.Choice;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/** Makes ready what lights answer. */
final class LightRuleCompiler {

    private static final RungPlan[] NONE = {};

    private final Cells cells;
    private final PageRows rows;

    LightRuleCompiler(Cells cells, PageRows rows) {
        this.cells = cells;
        this.rows = rows;
    }

    /** What lights answer a mapping that has no fault. */
    List<LightRule> answers(Rig rig, Mapping mapping) {
        List<LightRule> answers = new ArrayList<>();
        answersOfPages(rig, mapping, answers);
        if (mapping.show().answers().isEmpty()) {
            return answers;
        }
        Ref.ToControl trigger = mapping.trigger();
        Control mover = rig.device(trigger.device())
                .flatMap(device -> device.profile().control(trigger.control()))
                .orElse(null);
        for (Show.Answer answer : mapping.show().answers()) {
            Optional<Device> shower = rig.device(answer.light().device());
            boolean exists = shower.flatMap(
                            device -> device.profile().light(answer.light().light()))
                    .isPresent();
            if (!exists || lightsItself(rig, answer.light())) {
                continue;
            }
            boolean paged = mover != null
                    && mover.page() != null
                    && trigger.device().equals(shower.get().id());
            int place = Math.max(0, mapping.placeOf(answer.light(), rig));
            Shown own = own(rig, mapping, place);
            String choice = Choice.name(mapping, place, rig);
            answers.add(new LightRule(
                    cells.mapping(mapping.id()),
                    cells.light(answer.light()),
                    paged ? cells.group(shower.get(), mover.page().group()).state() : null,
                    mover == null ? 1 : mover.pageNumber(),
                    answer.rank(),
                    answer.rungs().stream()
                            .map(rung -> rung(rig, rung, own, choice, Played.of(mapping, answer.light(), rig, cells)))
                            .toArray(RungPlan[]::new),
                    shown(rig, answer.rule(), answer.look(), own, choice)));
        }
        return answers;
    }

    private RungPlan rung(Rig rig, Rung rung, Shown own, String choice, Played played) {
        return new RungPlan(
                new ConditionCompiler(rig, cells, null, played, own).holding(rung.during()),
                ConditionSources.of(rung.during(), rig, cells, played, own),
                shown(rig, rung.rule(), rung.look(), own, choice));
    }

    /** What a rule shows: what its mapping is about, or another parameter. */
    private Shown shown(Rig rig, Show.Rule rule, Look look, Shown own, String choice) {
        Optional<Parameter> other = Optional.ofNullable(look.of()).flatMap(rig::parameter);
        Shown about = other.isEmpty()
                ? own
                : new Shown(
                        rule,
                        Look.USUAL.drawn(look.sweepOf(other.get())),
                        null,
                        null,
                        position -> position >= 0.5,
                        ShapeFunction.of(Shape.WHOLE, other.get()),
                        "",
                        cells.address(look.of(), rig),
                        null,
                        null);
        boolean wantsHue = look.colour().equals(Colours.OWN) && about.address() != null;
        Look how = look.sweep() == null ? look.drawn(about.look().sweep()) : look;
        Shown shown = about.as(rule, how, wantsHue ? hue(rig, about.address()) : null);
        return rule == Show.Rule.CHOICE ? shown.labelled(choice) : shown;
    }

    /** The hue that is told beside a parameter, by place of its focus where it goes through one. */
    private State.OfAddress hue(Rig rig, State.OfAddress address) {
        State.OfParameter[] hues = Stream.of(address.places)
                .map(place -> place == null
                        ? null
                        : Hue.beside(place.ref, rig).map(cells::parameter).orElse(null))
                .toArray(State.OfParameter[]::new);
        if (Stream.of(hues).allMatch(Objects::isNull)) {
            return null;
        }
        return address.focus == null ? hues[0].plain : cells.hues(address, hues);
    }

    /**
     * What a light of a mapping is about: the first parameter that it sets, or else what it switches.
     *
     * @param place which of the controls that set the mapping off the light sits on
     */
    private Shown own(Rig rig, Mapping mapping, int place) {
        Optional<Ref.ToParameter> about = mapping.target();
        if (about.isEmpty()) {
            Optional<Plan.Switched> switched = switched(rig, mapping);
            return new Shown(
                    Show.Rule.ON_OFF,
                    Look.USUAL,
                    null,
                    null,
                    position -> position >= 0.5,
                    null,
                    "",
                    null,
                    switched.map(Plan.Switched::source).orElse(null),
                    switched.map(Plan.Switched::on).orElse(() -> false));
        }
        Ref.ToParameter target = about.get();
        Parameter parameter = rig.parameter(target).orElseThrow();
        Branch branch = mapping.branches().stream()
                .filter(one -> about(one, target).isPresent())
                .findFirst()
                .orElse(mapping.branches().get(0));
        Action first = about(branch, target).orElse(branch.actions().onPress().get(0));
        ShapeFunction shape = first instanceof SetParameter set
                ? mapping.functionOf(branch.shape().then(set.own()), parameter, rig)
                : ShapeFunction.of(Shape.WHOLE, parameter);
        return new Shown(
                Show.Rule.VALUE,
                Look.USUAL.drawn(Look.USUAL.sweepOf(parameter)),
                null,
                null,
                position -> first.isLit(parameter, position, place),
                shape,
                "",
                cells.address(target, rig),
                null,
                null);
    }

    /** What elements of a layout show that follow something without any mapping. */
    List<LightRule> follows(Rig rig, Layout layout) {
        return layout.played().stream()
                .filter(element -> element.follows() != null)
                .flatMap(element -> rig.parameter(element.follows()).stream()
                        .map(parameter -> plain(
                                cells.always(),
                                cells.light(new Ref.ToLight(layout.id(), element.id())),
                                Show.Rule.VALUE,
                                ShapeFunction.of(Shape.WHOLE, parameter),
                                cells.address(element.follows(), rig),
                                "")))
                .toList();
    }

    private static LightRule plain(
            State.OfMapping mapping,
            State.OfLight light,
            Show.Rule rule,
            ShapeFunction shape,
            State.OfAddress address,
            String label) {
        Shown shown =
                new Shown(rule, Look.USUAL, null, null, position -> position >= 0.5, shape, label, address, null, null);
        return new LightRule(mapping, light, null, 1, 0, NONE, shown);
    }

    /** The first layer that a mapping switches, or else the first place it brings under a focus. */
    private Optional<Plan.Switched> switched(Rig rig, Mapping mapping) {
        Optional<Plan.Switched> layer = mapping.everyAction()
                .flatMap(action -> action.layers(rig).stream())
                .filter(id -> rig.layer(id).isPresent())
                .map(cells::layer)
                .map(of -> new Plan.Switched(of, of::isOn))
                .findFirst();
        Optional<Plan.Switched> held = mapping.everyAction()
                .flatMap(action -> action instanceof HoldNotes one ? Stream.of(one) : Stream.empty())
                .filter(action -> rig.device(action.device()).isPresent())
                .map(action -> {
                    State.OfDevice of = cells.device(action.device());
                    int channels = action.mask();
                    return new Plan.Switched(of, () -> (of.keeps & channels) == channels);
                })
                .findFirst();
        Optional<Plan.Switched> runs = mapping.everyAction()
                .filter(RunClock.class::isInstance)
                .map(action -> new Plan.Switched(cells.clock(), () -> cells.clock().runs))
                .findFirst();
        return layer.or(() -> held)
                .or(() -> runs)
                .or(() -> mapping.everyAction()
                        .flatMap(action -> action.bringsUnder(rig).stream())
                        .map(at -> {
                            State.OfFocus of = cells.focus(at.focus());
                            int place =
                                    rig.focus(at.focus()).orElseThrow().places().indexOf(at.place());
                            return new Plan.Switched(of, () -> Foci.isUnder(of, place));
                        })
                        .findFirst());
    }

    /** The action by which a case sets a parameter. */
    private static Optional<Action> about(Branch branch, Ref.ToParameter target) {
        return branch.actions().onPress().stream()
                .filter(action -> target.equals(action.parameter()))
                .findFirst();
    }

    private void answersOfPages(Rig rig, Mapping mapping, List<LightRule> answers) {
        for (Action action : mapping.actions().onPress()) {
            if (!(action instanceof SetOfPage row)) {
                continue;
            }
            for (PageRows.Laid laid : rows.laid(rig, mapping, row)) {
                Parameter parameter = rig.parameter(laid.parameter()).orElseThrow();
                ShapeFunction shape = mapping.function(Shape.WHOLE, parameter, rig);
                Profile hands = rig.device(laid.place().control().device())
                        .orElseThrow()
                        .profile();
                for (Light light : hands.lightsOn(laid.place().control().control())) {
                    Ref.ToLight ref = new Ref.ToLight(laid.place().control().device(), light.id());
                    if (!lightsItself(rig, ref)) {
                        LightRule rule = plain(
                                cells.mapping(mapping.id()),
                                cells.light(ref),
                                Show.Rule.usual(light),
                                shape,
                                cells.parameter(laid.parameter()).plain,
                                laid.entry().label());
                        answers.add(rule.on(laid.pages().state(), laid.place().page()));
                    }
                }
            }
        }
    }

    /** Whether the device switches a light by itself. */
    private static boolean lightsItself(Rig rig, Ref.ToLight ref) {
        Profile profile = rig.device(ref.device()).orElseThrow().profile();
        Light light = profile.light(ref.light()).orElseThrow();
        return light.kind().onOff()
                && profile.control(light.control())
                        .filter(control ->
                                profile.choices().feel(control.kind()).ownLights())
                        .isPresent();
    }
}
