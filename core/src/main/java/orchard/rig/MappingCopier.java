package orchard.rig;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Modulated;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.light.Light;
import orchard.light.Mark;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Choice;
import orchard.mapping.LightSet;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.shape.Shape;

/** Makes mappings out of others, or out of pairs. All are refused with the sentence why, and nothing is made by halves. */
public final class MappingCopier {

    private final Rig rig;

    /** @param rig in which they are made */
    public MappingCopier(Rig rig) {
        this.rig = rig;
    }

    /**
     * The mapping that a control and a parameter make: shaped as is {@linkplain Shape#usual usual}, answered by every light on the control.
     *
     * @throws EditRefused if one of the two is not there, the parameter cannot be set, or there is such a mapping
     */
    public Mapping pair(String id, Ref.ToControl moved, Ref.ToParameter target) {
        return pair(id, List.of(), moved, target);
    }

    /**
     * The same in some layers.
     *
     * @throws EditRefused as for any
     */
    public Mapping pair(String id, List<String> layers, Ref.ToControl moved, Ref.ToParameter target) {
        if (rig.dimension(moved).isEmpty()) {
            throw EditRefused.invalid("", "control", "There is no control “" + moved.key() + "”; choose another.");
        }
        Parameter parameter = rig.parameter(target)
                .orElseThrow(() -> EditRefused.invalid(
                        "", "parameter", "There is no parameter “" + target.key() + "”; choose another."));
        if (!parameter.settable()) {
            throw EditRefused.invalid(
                    "", "parameter", rig.words(target) + " is only told and cannot be set; choose another.");
        }
        Ref.ToControl trigger = trigger(moved, target);
        boolean exists = rig.mappings().stream()
                .anyMatch(m -> m.when().triggers().contains(trigger)
                        && m.layers().equals(layers)
                        && m.actions().onPress().contains(new SetParameter(target)));
        if (exists) {
            throw EditRefused.invalid("", "", rig.words(trigger) + " sets " + rig.words(target) + " already.");
        }
        return plain(id, moved, target).in(layers);
    }

    /** The same, whether or not there is such a mapping. */
    public Mapping plain(String id, Ref.ToControl moved, Ref.ToParameter target) {
        Ref.ToControl trigger = trigger(moved, target);
        Mapping plain = coloured(new Mapping(
                id,
                new When(List.of(trigger)),
                new Always(),
                shape(trigger, target),
                new Actions(List.of(new SetParameter(target))),
                new Show(answers(trigger))));
        List<Light> marks = lightsOn(trigger).stream()
                .filter(light -> light.kind() instanceof Mark)
                .toList();
        return marks.isEmpty() ? plain : marked(plain, marks);
    }

    /**
     * How a light answers a mapping if nobody says otherwise.
     *
     * @throws EditRefused if there is no such light
     */
    public Show.Answer answer(Mapping mapping, Ref.ToLight ref) {
        Light light = rig.device(ref.device())
                .flatMap(device -> device.profile().light(ref.light()))
                .orElseThrow(() -> EditRefused.invalid(
                        mapping.id(), "light", "There is no light “" + ref.key() + "”; choose another."));
        boolean namesChoice = light.kind().letters() > 0 && Choice.isOf(mapping, rig);
        Show.Answer plain = new Show.Answer(ref, namesChoice ? Show.Rule.CHOICE : Show.Rule.usual(light));
        return hasColours(ref)
                ? LightSet.usual(mapping, rig)
                        .map(set -> set.of(plain, mapping, rig))
                        .orElse(plain)
                : plain;
    }

    /** The answers of all lamps and displays on the controls of a row that chooses, by the rules that suit it. */
    public List<Show.Answer> choices(Mapping mapping) {
        return answers(mapping, light -> isLamp(mapping, light) || light.kind().letters() > 0);
    }

    /** The answers of all lamps on the controls of a mapping, by the rules that suit it. */
    public List<Show.Answer> lamps(Mapping mapping) {
        return answers(mapping, light -> isLamp(mapping, light));
    }

    /** Whether it is lit or dark: a lamp, or what is drawn where one presses. */
    private boolean isLamp(Mapping mapping, Light light) {
        return light.kind().onOff()
                || light.kind().shines()
                        && mapping.when().triggers().stream()
                                .filter(trigger ->
                                        Control.placeOf(trigger.control()).equals(light.control()))
                                .flatMap(trigger -> control(trigger).stream())
                                .anyMatch(control -> control.kind().pressed());
    }

    private List<Show.Answer> answers(Mapping mapping, Predicate<Light> meant) {
        return mapping.when().triggers().stream()
                .flatMap(trigger -> answers(trigger).stream())
                .map(Show.Answer::light)
                .distinct()
                .filter(light -> light(light).filter(meant).isPresent())
                .map(light -> answer(mapping, light))
                .map(answer -> answer.follows()
                                && light(answer.light())
                                        .filter(one -> isLamp(mapping, one))
                                        .isPresent()
                        ? answer.otherwise(Show.Rule.ON_OFF, answer.look())
                        : answer)
                .toList();
    }

    private Optional<Light> light(Ref.ToLight ref) {
        return rig.device(ref.device()).flatMap(device -> device.profile().light(ref.light()));
    }

    /** The mapping with the rules that lamps with colours usually have for what it sets. */
    private Mapping coloured(Mapping mapping) {
        return LightSet.usual(mapping, rig)
                .map(set -> mapping.with(new Show(mapping.show().answers().stream()
                        .map(answer -> hasColours(answer.light()) ? set.of(answer, mapping, rig) : answer)
                        .toList())))
                .orElse(mapping);
    }

    private boolean hasColours(Ref.ToLight ref) {
        return rig.device(ref.device())
                .filter(device -> !device.profile().traits().palette().isEmpty())
                .flatMap(device -> device.profile().light(ref.light()))
                .filter(light -> light.kind().usual() > 0)
                .isPresent();
    }

    private Shape shape(Ref.ToControl trigger, Ref.ToParameter target) {
        return rig.dimension(trigger)
                .flatMap(dimension -> rig.parameter(target)
                        .map(p -> Shape.usual(dimension.pattern().encoding(), p)))
                .orElse(Shape.WHOLE);
    }

    /** A switch is set by a press, not by how hard it was. */
    private Ref.ToControl trigger(Ref.ToControl moved, Ref.ToParameter target) {
        boolean isSwitch = rig.parameter(target)
                .filter(p -> p.hasNames() && p.count() == 2)
                .isPresent();
        boolean hasGate = control(moved).flatMap(c -> c.dimension("gate")).isPresent();
        return isSwitch && hasGate ? new Ref.ToControl(moved.device(), moved.control(), "gate") : moved;
    }

    /** The mapping with the marks that show where what it sets is moved by its device. */
    private Mapping marked(Mapping mapping, List<Light> marks) {
        List<Show.Answer> all = new ArrayList<>(mapping.show().answers());
        mapping.target()
                .flatMap(target -> Modulated.beside(target, rig))
                .ifPresent(moved -> marks.forEach(mark -> all.add(new Show.Answer(
                        new Ref.ToLight(mapping.trigger().device(), mark.id()),
                        Show.Rule.VALUE,
                        Look.USUAL.about(moved),
                        List.of(),
                        0))));
        return mapping.with(new Show(all));
    }

    private List<Light> lightsOn(Ref.ToControl trigger) {
        return rig.device(trigger.device())
                .map(Device::profile)
                .map(p -> p.lightsOn(trigger))
                .orElse(List.of());
    }

    /** Every light on the control answers, each as it can; marks are for what is told beside a value. */
    public List<Show.Answer> answers(Ref.ToControl trigger) {
        return lightsOn(trigger).stream()
                .filter(light -> !(light.kind() instanceof Mark))
                .map(light -> new Show.Answer(
                        new Ref.ToLight(trigger.device(), light.id()),
                        isUpperRow(light, trigger) ? Show.Rule.NAME : Show.Rule.usual(light)))
                .toList();
    }

    /** Whether it is the first of two or more rows of letters on a control: it has the name, and the next one the value. */
    private boolean isUpperRow(Light light, Ref.ToControl trigger) {
        List<Light> rows = lightsOn(trigger).stream()
                .filter(one -> one.kind().letters() > 0)
                .toList();
        return rows.size() > 1 && rows.get(0).equals(light);
    }

    /**
     * Controls in a row: the next ones of the same kind on the same page.
     *
     * @param part id of the part that is edited, for what is refused
     */
    public List<Ref.ToControl> run(String part, Ref.ToControl first, int count) {
        if (count == 1) {
            return List.of(first);
        }
        Control lowest = rig.dimension(first)
                .flatMap(dimension -> control(first))
                .orElseThrow(() -> EditRefused.invalid(part, "control", "The control is not there any more"));
        List<Ref.ToControl> run = rowFrom(first).stream().limit(count).toList();
        if (run.size() < count) {
            throw EditRefused.invalid(
                    part,
                    "count",
                    "From %s on there are only %d %ss"
                            .formatted(lowest.name(), run.size(), lowest.kind().words()));
        }
        return run;
    }

    /** A control and all behind it of the same kind on the same page, that send the same number; empty if it is not there. */
    public List<Ref.ToControl> rowFrom(Ref.ToControl first) {
        List<Control> alike = rig.device(first.device()).map(Device::profile).stream()
                .flatMap(profile -> profile.controls().stream())
                .filter(c -> c.dimension(first.dimension()).isPresent())
                .toList();
        return alike.stream()
                .filter(c -> c.id().equals(first.control()))
                .findFirst()
                .map(lowest -> alike.stream()
                        .skip(alike.indexOf(lowest))
                        .filter(c -> c.kind() == lowest.kind() && c.pageNumber() == lowest.pageNumber())
                        .map(c -> new Ref.ToControl(first.device(), c.id(), first.dimension()))
                        .toList())
                .orElse(List.of());
    }

    /**
     * The same mapping again and again: the next control of the row sets the same parameter of the next track, lamp or voice.
     *
     * @param count how many, from 1
     */
    public List<Mapping> further(Mapping mapping, int count) {
        List<Ref.ToControl> controls = run(mapping.id(), mapping.trigger(), count + 1);
        List<Mapping> made = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            int by = i;
            made.add(copy(
                    mapping,
                    freeId(made.size()),
                    control -> control.equals(mapping.trigger()) ? controls.get(by) : control,
                    parameter -> next(mapping, parameter, by)));
        }
        return made;
    }

    /** The same mappings for another device: for its controls in place of the first one's, and for its parameters too. */
    public List<Mapping> toDevice(List<Mapping> mappings, String from, String to) {
        List<Mapping> made = new ArrayList<>();
        for (Mapping mapping : mappings) {
            made.add(copy(
                    mapping,
                    freeId(made.size()),
                    control -> control.device().equals(from) ? alike(mapping, control, to) : control,
                    parameter -> parameter.device().equals(from) ? alike(mapping, parameter, to) : parameter));
        }
        return made;
    }

    /**
     * The same mappings for the controls of another page, or bank, of their device.
     *
     * @param page from 1
     */
    public List<Mapping> toPage(List<Mapping> mappings, int page) {
        List<Mapping> made = new ArrayList<>();
        for (Mapping mapping : mappings) {
            made.add(copy(mapping, freeId(made.size()), control -> onPage(mapping, control, page), p -> p));
        }
        return made;
    }

    private String freeId(int made) {
        return "m" + (Integer.parseInt(rig.freeId("m").substring(1)) + made);
    }

    private Mapping copy(
            Mapping mapping,
            String id,
            UnaryOperator<Ref.ToControl> controls,
            UnaryOperator<Ref.ToParameter> parameters) {
        List<Ref.ToControl> triggers =
                mapping.when().triggers().stream().map(controls).toList();
        boolean answers = !mapping.show().answers().isEmpty();
        return mapping.as(id)
                .with(new When(
                        triggers, mapping.when().gesture(), mapping.when().also()))
                .with(mapping.branches().stream()
                        .map(branch -> new Branch(
                                branch.during(),
                                branch.shape(),
                                new Actions(
                                        about(branch.actions().onPress(), parameters),
                                        about(branch.actions().onRelease(), parameters))))
                        .toList())
                .with(new Show(answers ? alike(mapping.show(), answers(triggers.get(0)), parameters) : List.of()));
    }

    /** The rules of a mapping's lights on the lights of another control, where that has as many. */
    private static List<Show.Answer> alike(
            Show show, List<Show.Answer> usual, UnaryOperator<Ref.ToParameter> parameters) {
        return show.answers().size() != usual.size()
                ? usual
                : IntStream.range(0, usual.size())
                        .mapToObj(i ->
                                show.answers().get(i).on(usual.get(i).light()).about(parameters))
                        .toList();
    }

    private static List<Action> about(List<Action> actions, UnaryOperator<Ref.ToParameter> parameters) {
        return actions.stream()
                .map(action -> action.parameter() == null ? action : action.about(parameters.apply(action.parameter())))
                .toList();
    }

    private Optional<Control> control(Ref.ToControl ref) {
        return rig.device(ref.device()).flatMap(d -> d.profile().control(ref.control()));
    }

    /** The control of that id on another device, or the one of its kind that stands at the same place of the row. */
    private Ref.ToControl alike(Mapping mapping, Ref.ToControl from, String to) {
        Device there = rig.device(to).orElseThrow(() -> gone(mapping, "device"));
        Control own = control(from).orElseThrow(() -> gone(mapping, "device"));
        Optional<Control> same = there.profile().control(own.id()).filter(c -> c.kind() == own.kind());
        int place = ofKind(rig.device(from.device()).orElseThrow(), own).indexOf(own);
        List<Control> row = ofKind(there, own);
        Control other = same.or(() -> Optional.ofNullable(place < row.size() ? row.get(place) : null))
                .orElseThrow(() -> EditRefused.invalid(
                        mapping.id(),
                        "device",
                        "%s has %d %ss, and %s is number %d of %s"
                                .formatted(
                                        there.name(),
                                        row.size(),
                                        own.kind().words(),
                                        own.name(),
                                        place + 1,
                                        rig.device(from.device()).orElseThrow().name())));
        if (other.dimension(from.dimension()).isEmpty()) {
            throw EditRefused.invalid(
                    mapping.id(), "device", other.name() + " of " + there.name() + " has no " + from.dimension());
        }
        return new Ref.ToControl(to, other.id(), from.dimension());
    }

    private static List<Control> ofKind(Device device, Control like) {
        return device.profile().controls().stream()
                .filter(c -> c.kind() == like.kind() && c.pageNumber() == like.pageNumber())
                .toList();
    }

    /** The parameter of that id on another device, or the one that is called the same in a group that is called the same. */
    private Ref.ToParameter alike(Mapping mapping, Ref.ToParameter from, String to) {
        Device here = rig.device(from.device()).orElseThrow(() -> gone(mapping, "device"));
        Device there = rig.device(to).orElseThrow(() -> gone(mapping, "device"));
        Parameter own = rig.parameter(from).orElseThrow(() -> gone(mapping, "device"));
        String title = rig.title(here, own);
        return there.profile()
                .parameter(own.id())
                .or(() -> there.profile().parameters().stream()
                        .filter(p -> rig.title(there, p).equals(title))
                        .findFirst())
                .map(p -> new Ref.ToParameter(to, p.id()))
                .orElseThrow(
                        () -> EditRefused.invalid(mapping.id(), "device", there.name() + " has no “" + title + "”"));
    }

    private Ref.ToControl onPage(Mapping mapping, Ref.ToControl from, int page) {
        Control own = control(from).orElseThrow(() -> gone(mapping, "page"));
        return rig.device(from.device()).orElseThrow().profile().controls().stream()
                .filter(c -> c.place().equals(own.place()) && c.pageNumber() == page && c.page() != null)
                .findFirst()
                .map(c -> new Ref.ToControl(from.device(), c.id(), from.dimension()))
                .orElseThrow(() ->
                        EditRefused.invalid(mapping.id(), "page", "There is no " + own.name() + " on page " + page));
    }

    private Ref.ToParameter next(Mapping mapping, Ref.ToParameter from, int by) {
        Optional<Through> through = Through.of(from, rig);
        if (through.isPresent()) {
            return next(mapping, through.get(), by);
        }
        Parameter parameter = rig.parameter(from).orElseThrow(() -> gone(mapping, "count"));
        return beside(from, by)
                .orElseThrow(() -> EditRefused.invalid(
                        mapping.id(),
                        "count",
                        rig.device(from.device())
                                .flatMap(device -> device.profile().group(parameter.group()))
                                .map(group -> "Behind %s there are not %d more with “%s”"
                                        .formatted(group.name(), by, parameter.name()))
                                .orElse(parameter.name() + " is in no group that has others beside it")));
    }

    /** The place so many further on under the same focus. */
    private static Ref.ToParameter next(Mapping mapping, Through from, int by) {
        if (from.offset() == Through.EACH) {
            throw EditRefused.invalid(
                    mapping.id(),
                    "count",
                    "It is about each %s of %s already"
                            .formatted(from.focus().noun(), from.focus().name()));
        }
        int offset = from.offset() + by;
        if (offset > from.focus().width()) {
            throw EditRefused.invalid(
                    mapping.id(),
                    "count",
                    "%s is only %d wide, and this is number %d of it"
                            .formatted(from.focus().name(), from.focus().width(), from.offset()));
        }
        return new Through(from.focus(), offset, from.local()).ref();
    }

    /** The parameter of the same name in the group so many further on; beside groups with the same parent only. */
    public Optional<Ref.ToParameter> beside(Ref.ToParameter from, int by) {
        Optional<Profile> profile = rig.device(from.device()).map(Device::profile);
        Optional<Parameter> parameter = rig.parameter(from);
        Optional<Group> own =
                profile.flatMap(p -> p.group(parameter.map(Parameter::group).orElse("")));
        if (own.isEmpty()) {
            return Optional.empty();
        }
        List<Group> beside = profile.get().groups().stream()
                .filter(group -> group.parent().equals(own.get().parent()))
                .toList();
        int place = beside.indexOf(own.get()) + by;
        return place >= beside.size()
                ? Optional.empty()
                : profile.get().parameters().stream()
                        .filter(p -> p.group().equals(beside.get(place).id())
                                && p.name().equals(parameter.get().name()))
                        .findFirst()
                        .map(p -> new Ref.ToParameter(from.device(), p.id()));
    }

    private static EditRefused gone(Mapping mapping, String field) {
        return EditRefused.invalid(mapping.id(), field, "What this is about is not there any more");
    }
}
