package orchard.app.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.Lamp;
import orchard.gear.Light;
import orchard.gear.ParameterPage;
import orchard.gear.Profile;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.standin.Peat;

/** Profiles of the fader board, the foot board and the drone synth, written from their wire formats. */
final class MidiProfiles {

    private MidiProfiles() {}

    /** 8 motor faders with touch sense, 8 push encoders with rings, two rows of text, bank and transport keys. */
    static Profile sluice() {
        List<Control> controls = new ArrayList<>();
        List<Light> lights = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            double x = 1 + i * 11;
            String fader = "fader" + (i + 1);
            String encoder = "encoder" + (i + 1);
            controls.add(new Control(
                    encoder,
                    "Encoder " + (i + 1),
                    Control.Kind.ENDLESS_KNOB,
                    List.of(
                            new Dimension("turn", new MessagePattern.Controller(1, 16 + i, Encoding.OFFSET_64)),
                            new Dimension("push", new MessagePattern.NoteGate(1, 32 + i))),
                    new Control.Face(x, 1, 10, 14)));
            lights.add(new Light(encoder + ".ring", "ring of Encoder " + (i + 1), encoder, new Lamp.Ring(1, 48 + i)));
            lights.add(new Light(encoder + ".text", "upper text " + (i + 1), encoder, new Lamp.Text(text(0, i), 10)));
            controls.add(new Control(
                    fader,
                    "Fader " + (i + 1),
                    Control.Kind.FADER,
                    List.of(
                            new Dimension("position", new MessagePattern.Wheel(i + 1)),
                            new Dimension(Dimension.TOUCH, new MessagePattern.NoteGate(16, 104 + i))),
                    new Control.Face(x, 16, 10, 16)));
            lights.add(new Light(fader + ".motor", "motor of Fader " + (i + 1), fader, new Lamp.Motor(i + 1)));
            lights.add(new Light(fader + ".text", "lower text " + (i + 1), fader, new Lamp.Text(text(1, i), 10)));
        }
        String[] keys = {"Bank left", "Bank right", "Rewind", "Forward", "Stop", "Play", "Record"};
        for (int i = 0; i < keys.length; i++) {
            String key = "key" + (i + 1);
            controls.add(new Control(
                    key,
                    keys[i],
                    Control.Kind.BUTTON,
                    List.of(new Dimension("gate", new MessagePattern.NoteGate(1, 90 + i))),
                    new Control.Face(90, 1 + i * 4.5, 18, 3.8)));
            lights.add(new Light(key + ".light", "light of " + keys[i], key, new Lamp.Led(1, 90 + i, 0, 127)));
        }
        return profile(controls, List.of(), List.of(), lights, List.of());
    }

    private static byte[] text(int row, int strip) {
        return new byte[] {0x7D, 0x02, 0x20, (byte) row, (byte) strip};
    }

    /** 10 switches, 2 pedals, sustain. */
    static Profile treadle() {
        List<Control> controls = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            controls.add(new Control(
                    "switch" + (i + 1),
                    "Switch " + (i + 1),
                    Control.Kind.BUTTON,
                    List.of(new Dimension("press", new MessagePattern.Program(1, i))),
                    new Control.Face(1 + i % 5 * 11, 1 + i / 5 * 8, 10, 7)));
        }
        int[] pedals = {11, 4};
        for (int i = 0; i < pedals.length; i++) {
            controls.add(new Control(
                    "pedal" + (i + 1),
                    "Pedal " + (i + 1),
                    Control.Kind.PEDAL,
                    List.of(new Dimension("position", new MessagePattern.Controller(1, pedals[i], Encoding.ABSOLUTE))),
                    new Control.Face(57 + i * 12, 1, 11, 15)));
        }
        controls.add(new Control(
                "sustain",
                "Sustain",
                Control.Kind.BUTTON,
                List.of(new Dimension("position", new MessagePattern.Controller(1, 64, Encoding.ABSOLUTE))),
                new Control.Face(81, 1, 9, 15)));
        return profile(controls, List.of(), List.of(), List.of(), List.of());
    }

    /** 4 oscillators, a filter, 2 LFOs, 3 envelopes; and the knobs of its panel, which speak SysEx. */
    static Profile peat() {
        List<Group> groups = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        List<Control> controls = new ArrayList<>();
        Range seven = new Range(0, 127, "");
        Range fine = new Range(-100, 100, "ct");
        Law waveforms = new Law.Named(Peat.waveforms());
        for (int i = 1; i <= 4; i++) {
            String oscillator = "oscillator" + i;
            groups.add(new Group(oscillator, "", "Oscillator " + i, ""));
            parameters.add(parameter(oscillator, "Waveform", new Range(0, 95, ""), waveforms, controller(19 + i)));
            parameters.add(
                    parameter(oscillator, "Tuning", fine, new Law.Linear(), new Binding.Numbered(1, false, 3 + i)));
            parameters.add(parameter(oscillator, "Level", seven, new Law.Linear(), controller(23 + i)));
            controls.add(panelKnob("level" + i, "Level " + i, 7 + i, i - 1));
        }
        groups.add(new Group("sound", "", "Sound", ""));
        parameters.add(parameter(
                        "sound",
                        "Patch",
                        new Range(0, Peat.sounds().size() - 1.0, ""),
                        new Law.Named(Peat.sounds()),
                        new Binding.Program(1))
                .with(List.of(10.0, 0.0, 15.0)));
        groups.add(new Group("filter", "", "Filter", ""));
        Range cutoff = new Range(20, 20_000, "Hz");
        parameters.add(
                parameter("filter", "Cutoff", cutoff, new Law.Logarithmic(), new Binding.Numbered(1, false, 12)));
        parameters.add(parameter("filter", "Resonance", seven, new Law.Linear(), controller(71)));
        controls.add(panelKnob("cutoff", "Cutoff", 12, 4));
        controls.add(panelKnob("resonance", "Resonance", 13, 5));
        int number = 76;
        for (int i = 1; i <= 2; i++) {
            groups.add(new Group("lfo" + i, "", "LFO " + i, ""));
            parameters.add(parameter("lfo" + i, "Rate", seven, new Law.Linear(), controller(number++)));
            parameters.add(parameter("lfo" + i, "Depth", seven, new Law.Linear(), controller(number++)));
        }
        for (int i = 1; i <= 3; i++) {
            groups.add(new Group("envelope" + i, "", "Envelope " + i, ""));
            for (String part : List.of("Attack", "Decay", "Sustain", "Release")) {
                parameters.add(parameter("envelope" + i, part, seven, new Law.Linear(), controller(number++)));
            }
        }
        controls.add(panelKnob("rate1", "LFO 1 rate", 14, 6));
        controls.add(panelKnob("attack1", "Attack 1", 18, 7));
        Profile peat = profile(controls, groups, parameters, List.of(), List.of());
        return peat.with(peat.choices().withParameterPages(peatPages()));
    }

    /** First the tone, then its movement. */
    private static List<ParameterPage> peatPages() {
        return List.of(
                new ParameterPage(
                        "page1",
                        "Tone",
                        new Marks(true, List.of("drone")),
                        entries(
                                "oscillator1.waveform Wave",
                                "oscillator1.tuning Tune",
                                "oscillator1.level Lvl",
                                "oscillator2.waveform Wave2",
                                "oscillator2.tuning Tune2",
                                "oscillator2.level Lvl2",
                                "filter.cutoff Cut",
                                "filter.resonance Res")),
                new ParameterPage(
                        "page2",
                        "Movement",
                        Marks.NONE,
                        entries(
                                "lfo1.rate Rate",
                                "lfo1.depth Depth",
                                "lfo2.rate Rate2",
                                "lfo2.depth Dpth2",
                                "envelope1.attack Atk",
                                "envelope1.decay Dec",
                                "envelope1.sustain Sus",
                                "envelope1.release Rel")));
    }

    /** The MIDI side of the music software: what its learned controllers move is up to it. */
    static Profile wherry() {
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 1; i <= 4; i++) {
            parameters.add(new Parameter(
                    "learned" + i,
                    "",
                    "Learned " + i,
                    new Range(0, 127, ""),
                    new Law.Stepped(128),
                    0,
                    controller(19 + i),
                    true));
        }
        return profile(List.of(), List.of(), parameters, List.of(), List.of());
    }

    /** The MIDI side of the lamp desk: the playbacks of the bank that is on, and the master. */
    static Profile loft() {
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 1; i <= 8; i++) {
            parameters.add(new Parameter(
                    "playback" + i,
                    "",
                    "Playback " + i,
                    new Range(0, 100, "%"),
                    new Law.Linear(),
                    0,
                    controller(i),
                    true));
        }
        parameters.add(new Parameter(
                "master", "", "Master", new Range(0, 100, "%"), new Law.Linear(), 100, controller(16), true));
        parameters.add(new Parameter(
                "bank", "", "Bank", new Range(1, 4, ""), new Law.Stepped(4), 1, new Binding.Program(1), true));
        return profile(List.of(), List.of(), parameters, List.of(), List.of());
    }

    private static List<ParameterPage.Entry> entries(String... entries) {
        return Stream.of(entries)
                .map(entry -> entry.split(" ", 2))
                .map(parts -> new ParameterPage.Entry(parts[0], parts[1]))
                .toList();
    }

    private static Control panelKnob(String id, String name, int pp, int place) {
        return new Control(
                id,
                name,
                Control.Kind.KNOB,
                List.of(new Dimension("turn", new MessagePattern.SysExByte("7D 04 10 %02X".formatted(pp)))),
                new Control.Face(1 + place * 11, 1, 10, 14));
    }

    private static Binding controller(int number) {
        return new Binding.Controller(1, number);
    }

    private static Parameter parameter(String group, String name, Range range, Law law, Binding binding) {
        String id = group + "." + name.toLowerCase(Locale.ROOT);
        return new Parameter(id, group, name, range, law, range.clamp(0), binding, true);
    }

    private static Profile profile(
            List<Control> controls,
            List<Group> groups,
            List<Parameter> parameters,
            List<Light> lights,
            List<MidiMessage> greeting) {
        return new Profile(controls, groups, parameters, lights, List.<Message>copyOf(greeting), List.of(), List.of());
    }
}
