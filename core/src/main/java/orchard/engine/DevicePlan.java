package orchard.engine;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.Consumer;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.memory.MemoryFormat;
import orchard.parameter.Group;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscAddress;
import orchard.signal.OscMessage;
import orchard.signal.SysExTemplate;
import orchard.signal.TouchMessage;

/**
 * One device: who is asked about a message that came from it, and what has to be said to it.
 *
 * @param joins whether some of it is said in halves that have to be joined
 * @param memory the language in which its memory speaks, or null
 * @param groups everything on it that has pages
 * @param pages the pages of its parameters, or null
 * @param clock what its clock tells, or null
 * @param held what tells the notes that are kept sounding on it, or null
 * @param dumps the messages in which it tells several parameters
 */
record DevicePlan(
        State.OfDevice state,
        Device device,
        List<Placed> placed,
        Map<State.OfControl, ControlPlan> plans,
        Dispatch dispatch,
        Map<String, ParameterPlan> parametersById,
        List<LightPlan> lights,
        boolean joins,
        MemoryFormat memory,
        List<SelectorPlan> selectors,
        SelectorPlan pages,
        State.OfParameter clock,
        State.OfParameter held,
        DumpPlan[] dumps) {

    private static final State.OfControl[] NONE = {};

    /** A control's plan, beside its place. */
    record Placed(State.OfControl state, ControlPlan plan) {}

    /**
     * What is looked up when a message comes in.
     *
     * @param sysExShapes where numbers stand in SysEx messages that do not end with theirs
     */
    record Dispatch(
            State.OfControl[][] midiControls,
            Map<Object, State.OfControl[]> otherControls,
            Map<Object, State.OfParameter> parametersByKey,
            Map<String, Group> groupsByNameAddress,
            SysExTemplate[] sysExShapes) {}

    void takeEffect(Consumer<State.OfLight> changed, List<SelectorPlan> moved) {
        if (state.plan == this) {
            return;
        }
        state.plan = this;
        for (Placed control : placed) {
            control.state().plan = control.plan();
        }
        for (ParameterPlan parameter : parametersById.values()) {
            parameter.state().parameter = parameter.parameter();
            parameter.state().recalls = false;
            parameter.state().awaited &= isDumped(parameter.state());
        }
        for (DumpPlan dump : dumps) {
            for (State.OfParameter parameter : dump.after()) {
                parameter.recalls = true;
            }
        }
        for (LightPlan light : lights) {
            light.state().plan = light;
            changed.accept(light.state());
        }
        for (SelectorPlan selector : selectors) {
            if (selector.takeEffect()) {
                moved.add(selector);
            }
        }
    }

    ControlPlan controlPlan(State.OfControl control) {
        return plans.get(control);
    }

    State.OfControl[] controls(Message message) {
        State.OfControl[] found = null;
        Map<Object, State.OfControl[]> otherControls = dispatch.otherControls();
        if (message instanceof OscMessage osc) {
            found = otherControls.get(osc.address());
        } else if (message instanceof MidiMessage midi) {
            int key = midi.key();
            if (key >= 0) {
                found = dispatch.midiControls().length == 0 ? null : dispatch.midiControls()[key];
            } else if (!otherControls.isEmpty()) {
                found = otherControls.get(midi.otherKey());
                if (found == null && midi instanceof MidiMessage.SysEx sysEx) {
                    found = shaped(sysEx, otherControls);
                }
            }
        } else if (message instanceof TouchMessage touch) {
            found = otherControls.get(touch.element());
        }
        return found == null ? NONE : found;
    }

    /** What has its number elsewhere than at the end of the SysEx. */
    private <T> T shaped(MidiMessage.SysEx message, Map<Object, T> byKey) {
        for (SysExTemplate shape : dispatch.sysExShapes()) {
            Object key = shape.key(message);
            T found = key == null ? null : byKey.get(key);
            if (found != null) {
                return found;
            }
        }
        return null;
    }

    /** The state of a control; null if there is no such number. */
    State.OfControl control(Ref.ToControl ref) {
        return placed.stream()
                .map(Placed::state)
                .filter(control -> control.ref.equals(ref))
                .findFirst()
                .orElse(null);
    }

    /** A message on the first other channel on which a control sends it; null if there is none. */
    MidiMessage onItsOwn(MidiMessage message) {
        for (int channel = 1; channel <= 16; channel++) {
            MidiMessage own = message.on(channel);
            if (controls(own).length > 0) {
                return own;
            }
        }
        return null;
    }

    State.OfParameter parameter(Message message) {
        if (message instanceof OscMessage osc) {
            return dispatch.parametersByKey().get(osc.address());
        } else if (message instanceof MidiMessage midi
                && !dispatch.parametersByKey().isEmpty()) {
            int key = midi.key();
            State.OfParameter found = dispatch.parametersByKey().get(key >= 0 ? key : midi.otherKey());
            return found == null && midi instanceof MidiMessage.SysEx sysEx
                    ? shaped(sysEx, dispatch.parametersByKey())
                    : found;
        }
        return null;
    }

    void everyControl(Consumer<State.OfControl> action) {
        placed.forEach(control -> action.accept(control.state()));
    }

    void everyParameter(Consumer<State.OfParameter> action) {
        parametersById.values().forEach(parameter -> action.accept(parameter.state()));
    }

    /** Whether it says all its values when it is greeted. */
    boolean tellsWhenAsked() {
        return !device.seat().wire().midi()
                && !device.seat().wire().inside()
                && !device.profile().greeting().isEmpty();
    }

    /** Whether it says where a parameter stands when it is asked. */
    boolean tellsWhenAsked(State.OfParameter parameter) {
        return isDumped(parameter) || tellsWhenAsked();
    }

    private boolean isDumped(State.OfParameter parameter) {
        for (DumpPlan dump : dumps) {
            if (dump.isAsked() && dump.tells(parameter)) {
                return true;
            }
        }
        return false;
    }

    boolean knows(Message message) {
        return controls(message).length > 0 || parameter(message) != null;
    }

    /** The addresses of its own that a pattern matches, in a fixed order. */
    Collection<String> matching(OscAddress pattern) {
        TreeSet<String> matching = new TreeSet<>();
        for (Map<?, ?> known :
                List.of(dispatch.otherControls(), dispatch.parametersByKey(), dispatch.groupsByNameAddress())) {
            for (Object key : known.keySet()) {
                if (key instanceof String address && pattern.matches(address)) {
                    matching.add(address);
                }
            }
        }
        return matching;
    }

    Group named(Message message) {
        return message instanceof OscMessage osc
                ? dispatch.groupsByNameAddress().get(osc.address())
                : null;
    }

    @Override
    public boolean equals(Object other) {
        return this == other;
    }

    @Override
    public int hashCode() {
        return System.identityHashCode(this);
    }
}
