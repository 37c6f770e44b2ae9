package orchard.engine;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.DoublePredicate;
import java.util.function.DoubleUnaryOperator;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Lamp;
import orchard.gear.MemoryFormat;
import orchard.gear.PageGroup;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Do;
import orchard.mapping.Mapping;
import orchard.mapping.ShapeFunction;
import orchard.mapping.Show;
import orchard.mapping.Stage;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiKeys;
import orchard.signal.MidiMessage;
import orchard.signal.OscAddress;
import orchard.signal.OscMessage;
import orchard.signal.SysExTemplate;
import orchard.signal.TouchMessage;

/**
 * A rig made ready for the engine: every lookup by name done, every range turned into positions. Immutable; made by
 * {@link Compiler} off the engine's thread. Slots are indices into {@link State}'s arrays and stay the same over plans.
 */
public final class Plan {

    final Rig rig;
    final Map<String, DevicePlan> devices;
    final int controlSlots;
    final int parameterSlots;
    final int lightSlots;
    final int mappingSlots;
    final int deviceSlots;
    final int pageSlots;
    final int memory;
    /** The variables: what is kept here and nowhere else. */
    final ParameterPlan[] kept;

    final Map<String, PresetPlan> presets;

    Plan(
            Rig rig,
            Map<String, DevicePlan> devices,
            ParameterPlan[] kept,
            Map<String, PresetPlan> presets,
            int controlSlots,
            int parameterSlots,
            int lightSlots,
            int mappingSlots,
            int deviceSlots,
            int pageSlots,
            int memory) {
        this.rig = rig;
        this.devices = devices;
        this.kept = kept;
        this.presets = presets;
        this.controlSlots = controlSlots;
        this.parameterSlots = parameterSlots;
        this.lightSlots = lightSlots;
        this.mappingSlots = mappingSlots;
        this.deviceSlots = deviceSlots;
        this.pageSlots = pageSlots;
        this.memory = memory;
    }

    /** The rig this plan was made from. */
    public Rig rig() {
        return rig;
    }

    Collection<DevicePlan> devices() {
        return devices.values();
    }

    /**
     * One device: who is asked about a message that came from it, and what has to be said to it.
     *
     * @param joins whether some of it is said in halves that have to be joined
     * @param sysExShapes where numbers stand in SysEx messages that do not end with theirs
     * @param memory the language in which its memory speaks, or null
     * @param pages the pages of its parameters, or null
     */
    record DevicePlan(
            int slot,
            Device device,
            ControlPlan[][] midiControls,
            Map<Object, ControlPlan[]> otherControls,
            Map<Object, ParameterPlan> parametersByKey,
            Map<String, ParameterPlan> parametersById,
            Map<String, Group> groupsByNameAddress,
            LightPlan[] lights,
            boolean joins,
            SysExTemplate[] sysExShapes,
            MemoryFormat memory,
            GroupPlan pages) {

        private static final ControlPlan[] NONE = {};

        ControlPlan[] controls(Message message) {
            ControlPlan[] found = null;
            if (message instanceof MidiMessage midi) {
                int key = MidiKeys.key(midi);
                if (key >= 0) {
                    found = midiControls.length == 0 ? null : midiControls[key];
                } else if (!otherControls.isEmpty()) {
                    found = otherControls.get(MidiKeys.other(midi));
                    if (found == null && midi instanceof MidiMessage.SysEx sysEx) {
                        found = shaped(sysEx);
                    }
                }
            } else if (message instanceof OscMessage osc) {
                found = otherControls.get(osc.address());
            } else if (message instanceof TouchMessage touch) {
                found = otherControls.get(touch.element());
            }
            return found == null ? NONE : found;
        }

        /** Those whose number does not stand at the end of the SysEx. */
        private ControlPlan[] shaped(MidiMessage.SysEx message) {
            for (SysExTemplate shape : sysExShapes) {
                Object key = shape.key(message);
                ControlPlan[] found = key == null ? null : otherControls.get(key);
                if (found != null) {
                    return found;
                }
            }
            return null;
        }

        ParameterPlan parameter(Message message) {
            if (message instanceof OscMessage osc) {
                return parametersByKey.get(osc.address());
            } else if (message instanceof MidiMessage midi && !parametersByKey.isEmpty()) {
                int key = MidiKeys.key(midi);
                return parametersByKey.get(key >= 0 ? key : MidiKeys.other(midi));
            }
            return null;
        }

        void everyControl(Consumer<ControlPlan> action) {
            for (ControlPlan[] controls : midiControls) {
                for (ControlPlan control : controls == null ? NONE : controls) {
                    action.accept(control);
                }
            }
            otherControls.values().forEach(controls -> List.of(controls).forEach(action));
        }

        boolean knows(Message message) {
            return controls(message).length > 0 || parameter(message) != null;
        }

        /** The addresses of its own that a pattern matches, in a fixed order. */
        Collection<String> matching(OscAddress pattern) {
            TreeSet<String> matching = new TreeSet<>();
            for (Map<?, ?> known : List.of(otherControls, parametersByKey, groupsByNameAddress)) {
                for (Object key : known.keySet()) {
                    if (key instanceof String address && pattern.matches(address)) {
                        matching.add(address);
                    }
                }
            }
            return matching;
        }

        Group named(Message message) {
            return message instanceof OscMessage osc ? groupsByNameAddress.get(osc.address()) : null;
        }
    }

    /**
     * One dimension of a control.
     *
     * @param mappings those that listen to it, in the order of the rig
     * @param rings lights that stand where the control stands, so that a move of the hand moves them too
     * @param motor the motor that moves it, or null
     * @param touchOf of a touch sense: the motor that waits for the finger to leave; or null
     * @param page the page it is on, or null
     * @param opens the groups whose page it chooses
     * @param feeling what is done to what it sends, or null for nothing
     * @param touches of a touch sense: the parameters whose devices want to know of the finger
     */
    record ControlPlan(
            int slot,
            Ref.ToControl ref,
            Control control,
            Dimension dimension,
            MappingPlan[] mappings,
            LightPlan[] rings,
            LightPlan motor,
            LightPlan touchOf,
            PagePlan page,
            GroupPlan[] opens,
            Feeling feeling,
            ParameterPlan[] touches) {

        /** Whether only the open page tells who is meant. */
        boolean needsPage() {
            return page != null && page.shared();
        }
    }

    /**
     * How a number feels.
     *
     * @param bend from the position that was sent to the one that is meant, 0..1
     * @param jitter moves of at most this are passed over
     * @param steps by how much the steps of an endless knob are multiplied
     */
    record Feeling(DoubleUnaryOperator bend, double jitter, double steps) {}

    /** A group of controls with pages. */
    record GroupPlan(int slot, String device, PageGroup group) {}

    /**
     * The page a control is on.
     *
     * @param shared whether a control of another page sends the same message
     */
    record PagePlan(GroupPlan group, int number, boolean shared) {}

    /** One parameter, and the lights that answer it. */
    record ParameterPlan(int slot, Ref.ToParameter ref, DevicePlan[] owner, Parameter parameter, AnswerPlan[] answers) {

        DevicePlan device() {
            return owner[0];
        }
    }

    /**
     * One light.
     *
     * @param touch slot of the control that senses a finger on it, or −1
     * @param idle what a display shows while it answers nothing, or ""
     */
    record LightPlan(int slot, int deviceSlot, Ref.ToLight ref, Lamp lamp, int touch, String idle) {

        boolean isMotor() {
            return lamp instanceof Lamp.Motor;
        }
    }

    /**
     * One light that answers a parameter, by way of a mapping's shape read backwards.
     *
     * @param lit at which positions a lamp is lit that is on or off
     * @param parameter slot of the parameter
     * @param group the pages its control is on, or null
     * @param page the page on which it answers
     * @param label what the parameter is called on a display, or ""
     */
    record AnswerPlan(
            LightPlan light,
            Show.Rule rule,
            DoublePredicate lit,
            ShapeFunction shape,
            int parameter,
            Parameter told,
            GroupPlan group,
            int page,
            String label) {}

    /**
     * One mapping.
     *
     * @param fault why it cannot work, or null
     * @param targets the parameters that follow its control
     * @param press what is done once when it is pressed
     * @param release what is done when it is let go
     * @param pressed the stages before {@code press}, or null for none
     * @param memory where in the state's memory those stages remember
     * @param slow slot of the control that makes steps smaller while it is held, or −1
     * @param steps how far steps go, or null for as they come
     * @param counts whether an endless control is counted on and on
     * @param circle the surface a finger goes round on, or null
     */
    record MappingPlan(
            int slot,
            Mapping mapping,
            String fault,
            Target[] targets,
            ActionPlan[] press,
            ActionPlan[] release,
            ShapeFunction pressed,
            int memory,
            int slow,
            Stage.Accumulate steps,
            boolean counts,
            Circle circle) {

        boolean isDiscrete() {
            return press.length > 0 || release.length > 0;
        }
    }

    /**
     * A surface a finger goes round on.
     *
     * @param x slot of the control that tells x
     * @param y slot of the control that tells y
     * @param lifted slot of the control that tells that the finger is gone, or −1
     * @param memory where in the state's memory it remembers {@link #ANGLE} and {@link #TURNS}
     */
    record Circle(int x, int y, int lifted, int memory) {

        /** Where the finger was, in turns; NaN for nowhere. */
        static final int ANGLE = 0;

        /** How many turns it made. */
        static final int TURNS = 1;

        /** How many numbers it remembers. */
        static final int OWN = 2;
    }

    /**
     * A parameter that follows a control, with the shape in that parameter's own positions.
     *
     * @param action which action of the mapping it is
     * @param memory where in the state's memory it remembers its own numbers, then its stages’
     * @param takeover what happens when the control stands elsewhere
     * @param place on which parameter page it is and under which control, or null
     */
    record Target(
            ParameterPlan parameter, ShapeFunction shape, int action, int memory, Takeover takeover, Place place) {

        /** Where the control was, as far as the takeover looks at it. */
        static final int BEFORE = 0;

        /** Where this mapping left the parameter. */
        static final int LEFT = 1;

        /** Where the control was when it began to move finely; NaN while it does not. */
        static final int FINE = 2;

        /** The position it stood for then. */
        static final int FINE_FROM = 3;

        /** How many numbers it remembers beside its stages'. */
        static final int OWN = 4;

        int stages() {
            return memory + OWN;
        }
    }

    /**
     * A place on a page of parameters.
     *
     * @param slot where the state keeps which page is open
     * @param page from 1
     * @param control the one it lies under
     */
    record Place(int slot, int page, Ref.ToControl control) {}

    /**
     * Something that is done once.
     *
     * @param parameter what it is about, or null
     * @param other the parameter whose value is taken, or null
     * @param pages the parameter pages it opens, or null
     * @param among the numbers of the pages it goes through, from 1
     * @param presets those it goes through, or the one it recalls
     * @param memory where in the state's memory it keeps its numbers: one, or for {@link Do.Tap} as many as it counts presses
     */
    record ActionPlan(
            Do.Action action,
            ParameterPlan parameter,
            ParameterPlan other,
            GroupPlan pages,
            int[] among,
            PresetPlan[] presets,
            int memory) {}

    /**
     * A preset, its values as positions.
     *
     * @param device slot of its device
     * @param pages the parameter pages of its device, or null
     * @param page the one that is opened with it, from 1, or 0
     */
    record PresetPlan(
            Preset preset, int device, ParameterPlan[] parameters, double[] positions, GroupPlan pages, int page) {}
}
