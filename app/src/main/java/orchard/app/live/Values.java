package orchard.app.live;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import orchard.engine.Event;
import orchard.engine.Step;
import orchard.engine.Trace;
import orchard.gear.Ref;
import org.springframework.stereotype.Component;

/**
 * What everything stands at, as far as traces told. Written by the hub's thread, read by any. Keys are
 * {@code device/control/dimension} and {@code device/parameter}.
 */
@Component
public final class Values {

    /** Where a control stands. */
    public record OfControl(double position, double number, String message) {}

    /** Where a parameter stands. */
    public record OfParameter(double position, String text) {}

    private final Map<String, OfControl> controls = new ConcurrentHashMap<>();
    private final Map<String, OfParameter> parameters = new ConcurrentHashMap<>();

    /** Key of a control's dimension. */
    public static String key(Ref.ToControl ref) {
        return ref.device() + "/" + ref.control() + "/" + ref.dimension();
    }

    /** Key of a parameter. */
    public static String key(Ref.ToParameter ref) {
        return ref.device() + "/" + ref.parameter();
    }

    /** All controls that were ever heard. */
    public Map<String, OfControl> controls() {
        return controls;
    }

    /** All parameters whose value is known. */
    public Map<String, OfParameter> parameters() {
        return parameters;
    }

    void take(Trace trace) {
        for (Step step : trace.steps()) {
            if (step instanceof Step.ControlMoved moved) {
                String message = trace.event() instanceof Event.Arrived arrived
                        ? arrived.message().words()
                        : "";
                controls.put(key(moved.control()), new OfControl(moved.position(), moved.number(), message));
            } else if (step instanceof Step.ParameterSet set) {
                parameters.put(key(set.parameter()), new OfParameter(set.position(), set.text()));
            } else if (step instanceof Step.ParameterTold told) {
                OfParameter before = parameters.get(key(told.parameter()));
                boolean late = told.answer() && before != null && Math.abs(before.position() - told.position()) >= 1e-4;
                if (!late) {
                    parameters.put(key(told.parameter()), new OfParameter(told.position(), told.text()));
                }
            }
        }
    }
}
