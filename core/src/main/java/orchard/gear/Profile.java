package orchard.gear;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.light.Light;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;

/**
 * What a device can do, and what has to be said to it.
 *
 * @param greeting said once when the device appears, so that it speaks plainly and tells its values
 * @param keepAlive said every {@value #KEEP_ALIVE_SECONDS} seconds, present or not, so that it goes on telling; a device
 *     with none is not asked
 * @param panic said when everything has to stop
 * @param setup what else it is, and what the performer chose for it
 */
public record Profile(
        List<Control> controls,
        List<Group> groups,
        List<Parameter> parameters,
        List<Light> lights,
        List<Message> greeting,
        List<Message> keepAlive,
        List<Message> panic,
        Setup setup) {

    /** How often {@link #keepAlive} is said. */
    public static final int KEEP_ALIVE_SECONDS = 5;

    /** A device about which nothing is known yet. */
    public static final Profile BLANK =
            new Profile(List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());

    public Profile {
        controls = new Indexed<>(controls, Control::id);
        groups = new Indexed<>(groups, Group::id);
        parameters = new Indexed<>(parameters, Parameter::id);
        lights = new Indexed<>(lights, Light::id);
        greeting = List.copyOf(greeting);
        keepAlive = List.copyOf(keepAlive);
        panic = List.copyOf(panic);
        setup = setup == null ? Setup.PLAIN : setup;
    }

    /** A device without pages, feel, colours and memory. */
    public Profile(
            List<Control> controls,
            List<Group> groups,
            List<Parameter> parameters,
            List<Light> lights,
            List<Message> greeting,
            List<Message> keepAlive,
            List<Message> panic) {
        this(controls, groups, parameters, lights, greeting, keepAlive, panic, Setup.PLAIN);
    }

    /** The same device with other controls. */
    public Profile withControls(List<Control> other) {
        return new Profile(other, groups, parameters, lights, greeting, keepAlive, panic, setup);
    }

    /** The same device with other parameters. */
    public Profile withParameters(List<Parameter> other) {
        return new Profile(controls, groups, other, lights, greeting, keepAlive, panic, setup);
    }

    /** The same device with other parameters in other groups. */
    public Profile withParameters(List<Group> otherGroups, List<Parameter> other) {
        return new Profile(controls, otherGroups, other, lights, greeting, keepAlive, panic, setup);
    }

    /** The same device with other lights. */
    public Profile withLights(List<Light> other) {
        return new Profile(controls, groups, parameters, other, greeting, keepAlive, panic, setup);
    }

    /** The same device, greeted with other messages. */
    public Profile withGreeting(List<Message> other) {
        return new Profile(controls, groups, parameters, lights, other, keepAlive, panic, setup);
    }

    /** The same device, being something else. */
    public Profile with(Traits other) {
        return with(new Setup(other, choices()));
    }

    /** The same device with other choices of the performer's. */
    public Profile with(Choices other) {
        return with(new Setup(traits(), other));
    }

    private Profile with(Setup other) {
        return new Profile(controls, groups, parameters, lights, greeting, keepAlive, panic, other);
    }

    /** What a newer profile says, with what the performer chose for this one. */
    public Profile renewed(Profile newer) {
        return newer.with(choices().over(newer.choices()));
    }

    /** What the device is beyond its controls. */
    public Traits traits() {
        return setup.traits();
    }

    /** What the performer chose for it. */
    public Choices choices() {
        return setup.choices();
    }

    /** The control of that id. */
    public Optional<Control> control(String id) {
        return Indexed.find(controls, id);
    }

    /** The parameter of that id. */
    public Optional<Parameter> parameter(String id) {
        return Indexed.find(parameters, id);
    }

    /** The light of that id. */
    public Optional<Light> light(String id) {
        return Indexed.find(lights, id);
    }

    /** The group of that id. */
    public Optional<Group> group(String id) {
        return Indexed.find(groups, id);
    }

    /** Whether some of its controls speak SysEx, so that this is no sign of a mode nobody knows. */
    public boolean speaksSysEx() {
        return controls.stream()
                .flatMap(control -> control.dimensions().stream())
                .flatMap(dimension -> dimension.pattern().ids().stream())
                .anyMatch(id -> id.space() == MessageId.Space.SYSEX);
    }

    /** The lights that sit on a control, the same on all its pages. */
    public List<Light> lightsOn(String control) {
        String place = Control.placeOf(control);
        return lights.stream().filter(l -> l.control().equals(place)).toList();
    }

    /**
     * The lights on a control that can answer one of its numbers: where a light is that number's own (its id is the control's, a dot and the number's name), only
     * that; else those that are no number's own.
     */
    public List<Light> lightsOn(Ref.ToControl number) {
        List<Light> all = lightsOn(number.control());
        List<String> own = control(number.control()).stream()
                .flatMap(control -> control.dimensions().stream())
                .map(dimension -> number.control() + "." + dimension.name())
                .toList();
        String mine = number.control() + "." + number.dimension();
        List<Light> its = all.stream().filter(light -> light.id().equals(mine)).toList();
        return its.isEmpty()
                ? all.stream().filter(light -> !own.contains(light.id())).toList()
                : its;
    }

    /** Whether one of its controls says the same on another channel. */
    public boolean saysOnAnotherChannel(MidiMessage message) {
        Set<Object> other = IntStream.rangeClosed(1, 16)
                .filter(channel -> channel != message.channel())
                .mapToObj(message::on)
                .map(on -> on.key() >= 0 ? (Object) on.key() : on.otherKey())
                .collect(Collectors.toSet());
        return controls.stream()
                .flatMap(control -> control.dimensions().stream())
                .anyMatch(dimension -> other.contains(dimension.pattern().key()));
    }

    /** The MIDI channels that its controls speak on, 1..16. */
    public Set<Integer> channels() {
        return controls.stream()
                .flatMap(control -> control.dimensions().stream())
                .flatMap(dimension -> dimension.pattern().ids().stream())
                .map(MessageId::channel)
                .filter(channel -> channel > 0)
                .collect(Collectors.toSet());
    }
}
