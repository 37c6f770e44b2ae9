package orchard.check;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.action.PlayNotes;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.Value;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MessageId;
import orchard.trigger.ValueMoves;

/**
 * What one device says, carried to another that speaks another language, all of it in one edit: on MIDI every number becomes the next free controller, and what is only pressed the next free note; on
 * OSC every number becomes an address under the device's own. Names are kept. What comes of it are ordinary parameters and sentences, to be changed one by one; what is carried there already is left as it is.
 */
public final class LaidOnto {

    /** The lowest note and controller that are given: those below are in every keyboard's way, or have a meaning of their own. */
    private static final int LOWEST_NOTE = 36;

    private static final int LOWEST_CONTROLLER = 20;

    private final Rig rig;
    private final Device from;
    private final Device to;
    private final Deque<MessageId> controllers;
    private final Deque<MessageId> notes;
    private final Set<String> ids = new HashSet<>();
    private final Set<String> addresses = new HashSet<>();
    private final List<Parameter> made = new ArrayList<>();
    private final List<Mapping> playing = new ArrayList<>();
    /** What sets each of the parameters that were made. */
    private final List<Object> sources = new ArrayList<>();

    private LaidOnto(Rig rig, Device from, Device to) {
        this.rig = rig;
        this.from = from;
        this.to = to;
        NumberPlan plan = NumberPlan.of(rig);
        this.controllers = free(plan, MessageId.Space.CONTROLLER, LOWEST_CONTROLLER);
        this.notes = free(plan, MessageId.Space.NOTE, LOWEST_NOTE);
        to.profile().parameters().forEach(parameter -> {
            ids.add(parameter.id());
            if (parameter.binding() instanceof Binding.Osc osc) {
                addresses.add(osc.address());
            }
        });
    }

    /**
     * The edit that carries all that a device says to another.
     *
     * @throws Mistake if there is nothing to carry, or not enough is free
     */
    public static Edit of(Rig rig, String from, String to) {
        Device source = rig.ownDevice(from).orElseThrow(() -> new Mistake("from", "choose a device"));
        Device target = rig.ownDevice(to).orElseThrow(() -> new Mistake("to", "choose a device"));
        boolean speaks = target.seat().wire().midi() || target.seat().wire().addressed();
        if (source == target || !speaks) {
            throw new Mistake("to", target.name() + " cannot be told this; choose a device on MIDI or OSC");
        }
        return new LaidOnto(rig, source, target).edit();
    }

    private Deque<MessageId> free(NumberPlan plan, MessageId.Space space, int lowest) {
        Set<Integer> played = rig.mappings().stream()
                .flatMap(Mapping::everyAction)
                .filter(action ->
                        action instanceof PlayNotes notes && notes.device().equals(to.id()))
                .map(action -> (PlayNotes) action)
                .map(notes -> notes.channel() << 7 | notes.first())
                .collect(Collectors.toSet());
        return plan.free(to.id(), NumberPlan.Direction.OUT, space, 0, Integer.MAX_VALUE).stream()
                .filter(id -> id.number() >= lowest)
                .filter(id -> space != MessageId.Space.NOTE || !played.contains(id.channel() << 7 | id.number()))
                .sorted(Comparator.comparing(MessageId::channel).thenComparing(MessageId::number))
                .collect(Collectors.toCollection(ArrayDeque::new));
    }

    private Edit edit() {
        int mapping = Integer.parseInt(rig.freeId("m").substring(1));
        for (Control control : from.profile().controls()) {
            boolean isStruck = control.dimension("velocity").isPresent();
            for (Dimension dimension : control.dimensions()) {
                Ref.ToControl ref = new Ref.ToControl(from.id(), control.id(), dimension.name());
                if (isStruck && dimension.name().equals("gate") || isCarried(ref)) {
                    continue;
                }
                if (to.seat().wire().midi() && isPressed(control, dimension)) {
                    playing.add(note("m" + (mapping + playing.size()), ref));
                } else {
                    number(name(control, dimension), control.id() + "." + dimension.name(), range(dimension), ref);
                }
            }
        }
        for (Parameter told : from.profile().parameters()) {
            Ref.ToParameter ref = new Ref.ToParameter(from.id(), told.id());
            if (!told.settable() && !isCarried(ref)) {
                number(told.name(), told.id(), told.range(), ref);
            }
        }
        if (made.isEmpty() && playing.isEmpty()) {
            throw new Mistake("to", "all that " + from.name() + " says is carried to " + to.name() + " already");
        }
        return new Edit("Carry " + from.name() + " to " + to.name(), changes(mapping + playing.size()));
    }

    private List<Edit.Change> changes(int mapping) {
        List<Edit.Change> changes = new ArrayList<>();
        Device after = to;
        if (!made.isEmpty()) {
            Profile profile = to.profile();
            List<Parameter> parameters = new ArrayList<>(profile.parameters());
            parameters.addAll(made);
            List<Group> groups = new ArrayList<>(profile.groups());
            if (profile.group(group()).isEmpty()) {
                groups.add(new Group(group(), "", "From " + from.name(), ""));
            }
            after = to.with(profile.withParameters(groups, parameters));
            changes.add(new Edit.Change(new Part.OfDevice(to), new Part.OfDevice(after)));
        }
        playing.forEach(one -> changes.add(new Edit.Change(null, new Part.OfMapping(one))));
        Rig with = rig.apply(new Edit("", List.copyOf(changes)));
        MappingCopier copies = new MappingCopier(with);
        for (int i = 0; i < made.size(); i++) {
            Ref.ToParameter target = new Ref.ToParameter(to.id(), made.get(i).id());
            String id = "m" + (mapping + i);
            changes.add(new Edit.Change(
                    null,
                    new Part.OfMapping(
                            sources.get(i) instanceof Ref.ToControl control
                                    ? copies.plain(id, control, target)
                                    : following(id, (Ref.ToParameter) sources.get(i), target))));
        }
        return changes;
    }

    private static Mapping following(String id, Ref.ToParameter told, Ref.ToParameter target) {
        return new Mapping(
                id,
                new When(List.of(), Gesture.MOVE, List.of(new ValueMoves(told, ValueMoves.Way.CHANGES, 0))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new SetTo(target, new Value.Same(told)))),
                new Show(List.of()));
    }

    private Mapping note(String id, Ref.ToControl pressed) {
        MessageId place = next(notes, "notes");
        return new Mapping(
                id,
                new When(List.of(pressed)),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new PlayNotes(to.id(), place.channel(), place.number()))),
                new Show(new MappingCopier(rig).answers(pressed)));
    }

    private MessageId next(Deque<MessageId> free, String what) {
        if (free.isEmpty()) {
            throw new Mistake("to", to.name() + " has not enough free " + what);
        }
        return free.poll();
    }

    private void number(String name, String path, Range range, Object source) {
        Binding binding;
        if (to.seat().wire().midi()) {
            MessageId place = next(controllers, "controllers");
            binding = new Binding.Controller(place.channel(), place.number());
        } else {
            String own = "/" + slug(from.id()) + "/" + slug(path);
            String address = own;
            for (int i = 2; !addresses.add(address); i++) {
                address = own + "-" + i;
            }
            binding = new Binding.Osc(address);
        }
        String id = group() + "." + path;
        String free = id;
        for (int i = 2; !ids.add(free); i++) {
            free = id + "-" + i;
        }
        made.add(new Parameter(free, group(), name, range, new Law.Linear(), range.low(), binding, true));
        sources.add(source);
    }

    private String group() {
        return "from-" + from.id();
    }

    private static String slug(String name) {
        return name.toLowerCase(Locale.ROOT).replace('.', '/').replaceAll("[^a-z0-9/_-]+", "-");
    }

    private static String name(Control control, Dimension dimension) {
        return control.name()
                + (control.dimensions().size() > 1 ? " " + dimension.name() : "")
                + (control.pageNumber() > 1 ? ", page " + control.pageNumber() : "");
    }

    /** What a control says, in its own numbers. */
    private static Range range(Dimension dimension) {
        double low = dimension.pattern().low();
        double high = dimension.pattern().high();
        return high > low ? new Range(low, high, "") : new Range(0, 127, "");
    }

    /** What is pressed and let go, and no more. */
    private static boolean isPressed(Control control, Dimension dimension) {
        return switch (control.kind()) {
            case BUTTON, PAD, KEY -> !List.of("pressure", "x", "y").contains(dimension.name());
            default -> false;
        };
    }

    /** Whether a sentence carries it there. */
    private boolean isCarried(Ref.ToControl control) {
        return rig.mappings().stream()
                .filter(mapping -> mapping.when().triggers().contains(control))
                .flatMap(Mapping::everyAction)
                .anyMatch(action -> action.devices().contains(to.id())
                        || action instanceof SetParameter set
                                && set.parameter().device().equals(to.id()));
    }

    private boolean isCarried(Ref.ToParameter told) {
        return rig.mappings().stream()
                .filter(mapping -> mapping.when().also().stream()
                        .anyMatch(also -> also instanceof ValueMoves moves
                                && moves.parameter().equals(told)))
                .flatMap(Mapping::everyAction)
                .anyMatch(action -> action.devices().contains(to.id()));
    }
}
