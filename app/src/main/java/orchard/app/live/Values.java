package orchard.app.live;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.DeviceColours;
import orchard.gear.Dimension;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Through;
import orchard.light.Light;
import orchard.light.LightKind;
import orchard.outcome.ControlMoved;
import orchard.outcome.FocusMoved;
import orchard.outcome.LayersTurned;
import orchard.outcome.LightShown;
import orchard.outcome.Outcome;
import orchard.outcome.PageOpened;
import orchard.outcome.ParameterForgotten;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.outcome.PresetRecalled;
import orchard.outcome.SilenceChanged;
import orchard.outcome.VariableSet;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;
import orchard.signal.TouchMessage;
import org.springframework.stereotype.Component;

/**
 * What everything stands at, as far as traces told. Written by the hub's thread, read by any. Keys are
 * {@code device/control/dimension} and {@code device/parameter}.
 */
@Component
public final class Values {

    /**
     * Where a control stands.
     *
     * @param source the message that put it there, or null if its answer did
     */
    public record OfControl(
            double position, double number, @JsonIgnore Message source) {
        /** What put it there, in words. */
        @JsonProperty
        public String message() {
            return source == null ? "set by its answer" : source.words();
        }
    }

    /**
     * Where a parameter stands.
     *
     * @param words makes the words when somebody looks
     */
    public record OfParameter(double position, @JsonIgnore Supplier<String> words) {
        /** The value in words. */
        @JsonProperty
        public String text() {
            return words.get();
        }
    }

    private final Map<String, String> displays = new ConcurrentHashMap<>();
    private final Map<String, String> lamps = new ConcurrentHashMap<>();
    private final Map<String, Coloured> colours = new HashMap<>();
    private final Map<String, Message> lights = new ConcurrentHashMap<>();
    private final Map<String, String> recalled = new ConcurrentHashMap<>();
    private final Map<Selector.Owner, Integer> pages = new ConcurrentHashMap<>();
    private final Map<String, FocusMoved> foci = new ConcurrentHashMap<>();
    private volatile List<String> stack = List.of();
    private volatile SilenceChanged silence = new SilenceChanged(List.of(), List.of());
    private final Map<String, OfControl> controls = new ConcurrentHashMap<>();
    private final Map<String, OfParameter> parameters = new ConcurrentHashMap<>();

    /** All controls that were ever heard. */
    public Map<String, OfControl> controls() {
        return controls;
    }

    /** What a display shows, by {@code device/light}; "" if nothing is known. */
    public String shown(String display) {
        return displays.getOrDefault(display, "");
    }

    /** How a lamp is lit, as {@code #rrggbb} and how that moves, {@code dark}, or "" if it is no lamp or nothing is known. */
    public String lamp(String light) {
        return lamps.getOrDefault(light, "");
    }

    private void lamp(Rig rig, LightShown shown) {
        rig.device(shown.light().device())
                .ifPresent(device -> device.profile()
                        .light(shown.light().light())
                        .map(Light::kind)
                        .filter(LightKind::onOff)
                        .ifPresent(kind -> {
                            String colour = colours(device).lit(kind, shown.message());
                            String motion = kind.lit(shown.message())
                                    .map(lit -> lit.motion().words())
                                    .orElse("");
                            lamps.put(shown.light().key(), colour.isEmpty() ? "dark" : (colour + " " + motion).strip());
                        }));
    }

    private DeviceColours colours(Device device) {
        Coloured known = colours.get(device.id());
        if (known == null || known.device != device) {
            known = new Coloured(device, new DeviceColours(device));
            colours.put(device.id(), known);
        }
        return known.colours;
    }

    /** The colours of a device as it was when they were worked out. */
    private record Coloured(Device device, DeviceColours colours) {}

    /** The message that a light was shown last, by {@code device/light}; null if none was. */
    public Message light(String light) {
        return lights.get(light);
    }

    /** The page of some that is open, from 1, as far as messages told. */
    public int page(Selector.Owner pages) {
        return this.pages.getOrDefault(pages, 1);
    }

    /** Ids of the layers that are on, the lowest first. */
    public List<String> stack() {
        return stack;
    }

    /** What lies under a focus, and whether it is pinned; null if it was not told yet. */
    public FocusMoved focus(String id) {
        return foci.get(id);
    }

    /** Ids of the places under a focus, as far as it was told; before it was, its first places, or none where they are picked. */
    public List<String> under(Focus focus) {
        FocusMoved moved = foci.get(focus.id());
        return moved != null && moved.under().size() == focus.reach()
                ? moved.under()
                : IntStream.range(0, focus.reach())
                        .mapToObj(i -> focus.several() || i >= focus.places().size()
                                ? ""
                                : focus.places().get(i))
                        .toList();
    }

    /** The parameter an address means right now: that of the place under its focus; empty where there is none. */
    public Optional<Ref.ToParameter> now(Ref.ToParameter ref, Rig rig) {
        if (rig.device(ref.device()).isPresent()) {
            return Optional.of(ref);
        }
        return Through.of(ref, rig).flatMap(through -> {
            List<String> under = under(through.focus());
            int place = through.focus().places().indexOf(under.get(Math.max(1, through.offset()) - 1));
            return place < 0 ? Optional.empty() : through.find(place, rig).map(Focus.Found::ref);
        });
    }

    /** Where all foci stand that were told. */
    public List<FocusMoved> foci() {
        return List.copyOf(foci.values());
    }

    /** Ids of mappings, layers and devices that are silenced. */
    public List<String> silenced() {
        return silence.silenced();
    }

    /** How much of the rig is kept from acting, in a few words; "" for nothing. */
    public String silence() {
        return silence.words();
    }

    /** Ids of mappings, layers and devices that alone may act; none for all. */
    public List<String> alone() {
        return silence.alone();
    }

    /** The preset a device recalled last, or "". */
    public String recalled(String device) {
        return recalled.getOrDefault(device, "");
    }

    /** All parameters whose value is known. */
    public Map<String, OfParameter> parameters() {
        return parameters;
    }

    /** Takes a trace; gives the keys of the controls that stand elsewhere now. */
    List<String> take(Trace trace) {
        if (trace.event() instanceof Event.Replanned) {
            pages.keySet()
                    .removeIf(owner -> !owner.device().isEmpty()
                            && trace.rig().device(owner.device()).isEmpty());
        }
        List<String> moves = new ArrayList<>(1);
        for (Outcome outcome : trace.outcomes()) {
            if (outcome instanceof LightShown shown) {
                follow(trace.rig(), shown).ifPresent(moves::add);
                displays.put(shown.light().key(), shown.text());
                lights.put(shown.light().key(), shown.message());
                lamp(trace.rig(), shown);
            }
            if (outcome instanceof PageOpened opened) {
                pages.put(opened.pages(), opened.page());
            }
            if (outcome instanceof LayersTurned turned) {
                stack = turned.stack();
            }
            if (outcome instanceof FocusMoved moved) {
                foci.put(moved.focus(), moved);
            }
            if (outcome instanceof SilenceChanged changed) {
                silence = changed;
            }
            if (outcome instanceof PresetRecalled preset) {
                recalled.put(preset.device(), preset.preset());
            }
            if (outcome instanceof ControlMoved moved) {
                Message message = trace.event() instanceof Event.Arrived arrived ? arrived.message() : null;
                controls.put(moved.control().key(), new OfControl(moved.position(), moved.number(), message));
                moves.add(moved.control().key());
            } else if (outcome instanceof ParameterSet set) {
                parameters.put(
                        set.parameter().key(),
                        new OfParameter(set.position(), () -> trace.rig().text(set.parameter(), set.position())));
            } else if (outcome instanceof VariableSet set) {
                parameters.put(
                        set.parameter().key(),
                        new OfParameter(set.position(), () -> trace.rig().text(set.parameter(), set.position())));
            } else if (outcome instanceof ParameterForgotten forgotten) {
                parameters.remove(forgotten.parameter().key());
            } else if (outcome instanceof ParameterTold told) {
                OfParameter before = parameters.get(told.parameter().key());
                boolean late = told.answer() && before != null && Math.abs(before.position() - told.position()) >= 1e-4;
                if (!late) {
                    parameters.put(told.parameter().key(), new OfParameter(told.position(), told::text));
                }
            }
        }
        return moves;
    }

    /** A ring or a motor takes its control along. */
    private Optional<String> follow(Rig rig, LightShown shown) {
        Optional<Device> device = rig.device(shown.light().device());
        Optional<Light> light =
                device.flatMap(d -> d.profile().light(shown.light().light()));
        double position = shown.message() instanceof MidiMessage.ControlChange cc
                ? cc.value() / 127.0
                : shown.message() instanceof MidiMessage.PitchBend bend
                        ? Resolution.position(bend.bend(), 14)
                        : shown.message() instanceof TouchMessage touch ? touch.value() : Double.NaN;
        if (light.isEmpty() || Double.isNaN(position) && !(shown.message() instanceof TouchMessage)) {
            return Optional.empty();
        }
        return device.flatMap(d -> d.profile().control(light.get().control())).map(control -> {
            Dimension dimension = control.dimensions().get(0);
            double low = dimension.pattern().low();
            double number = low + position * (dimension.pattern().high() - low);
            Ref.ToControl ref = new Ref.ToControl(shown.light().device(), control.id(), dimension.name());
            if (Double.isNaN(position)) {
                controls.remove(ref.key()); // what it shows is not known any more
                return null;
            }
            controls.put(ref.key(), new OfControl(position, number, null));
            return ref.key();
        });
    }
}
