package orchard.app.demo;

import jakarta.annotation.PostConstruct;
import java.util.ArrayList;
import java.util.List;
import orchard.action.SetParameter;
import orchard.app.OrchardSettings;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.mapping.Do;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mapping.While;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Song;
import orchard.shape.Scale;
import orchard.shape.Shape;
import org.springframework.stereotype.Component;

/** The rig of <em>The Tide Clock</em>, put into an empty home the first time the demo starts. */
@Component
final class DemoRig {

    private final OrchardSettings settings;
    private final RigKeeper keeper;
    private final StandInHouse house;

    DemoRig(OrchardSettings settings, RigKeeper keeper, StandInHouse house) {
        this.settings = settings;
        this.keeper = keeper;
        this.house = house;
    }

    @PostConstruct
    void load() {
        if (!settings.demo()) {
            return;
        }
        String wherryAt = "127.0.0.1:" + house.wherryPort();
        String loftAt = "127.0.0.1:" + house.loftPort();
        if (keeper.revision() == 0) {
            keeper.load(new Edit(
                    "Load the demo rig",
                    parts(wherryAt, loftAt).stream()
                            .map(part -> new Edit.Change(null, part))
                            .toList()));
        }
        seat("wherry", wherryAt);
        seat("loft", loftAt);
    }

    /** A stand-in may listen on another port than last time. */
    private void seat(String id, String at) {
        keeper.rig()
                .ownDevice(id)
                .filter(device -> !device.seat().out().equals(at))
                .ifPresent(device -> keeper.load(Edit.change(
                        device.name() + " listens at " + at,
                        new Part.OfDevice(device),
                        new Part.OfDevice(new Device(
                                device.id(),
                                device.name(),
                                device.role(),
                                device.seat().at(device.seat().in(), at),
                                device.profile())))));
    }

    private static Device wherry(String at) {
        return new Device(
                "wherry",
                "Wherry",
                "the sound of the house",
                new Seat(Seat.Wire.OSC, "/wherry", at),
                OscProfiles.wherry());
    }

    private static Device loft(String at) {
        return new Device("loft", "Lamp Loft", "all lamps", new Seat(Seat.Wire.OSC, "/loft", at), OscProfiles.loft());
    }

    private static List<Part> parts(String wherryAt, String loftAt) {
        List<Part> parts = new ArrayList<>();
        parts.add(new Part.OfDevice(new Device(
                "cobble", "Cobble", "left hand", new Seat(Seat.Wire.MIDI, "Cobble", "Cobble"), ProfileShelf.cobble())));
        parts.add(midi("sluice", "Sluice", "the faders of the house", MidiProfiles.sluice()));
        parts.add(midi("treadle", "Treadle", "both feet", MidiProfiles.treadle()));
        parts.add(midi("peat", "Peat", "the drone under the tide", MidiProfiles.peat()));
        parts.add(new Part.OfDevice(
                new Device("gull", "Gull", "right hand", new Seat(Seat.Wire.OSC, "/gull", ""), ProfileShelf.gull())));
        parts.add(new Part.OfDevice(wherry(wherryAt)));
        parts.add(new Part.OfDevice(loft(loftAt)));
        parts.add(byMidi("wherrymidi", "Wherry", MidiProfiles.wherry()));
        parts.add(byMidi("loftmidi", "Lamp Loft", MidiProfiles.loft()));
        parts.add(new Part.OfDevice(DemoPresets.variables()));
        parts.add(new Part.OfLayout(balcony()));
        DemoPresets.all().forEach(preset -> parts.add(new Part.OfPreset(preset)));
        mappings().forEach(mapping -> parts.add(new Part.OfMapping(mapping)));
        parts.addAll(songs());
        return parts;
    }

    private static Part midi(String id, String name, String role, Profile profile) {
        return new Part.OfDevice(new Device(id, name, role, new Seat(Seat.Wire.MIDI, name, name), profile));
    }

    /** The other socket of a device on OSC. */
    private static Part byMidi(String id, String port, Profile profile) {
        return new Part.OfDevice(
                new Device(id, port + " by MIDI", "its other socket", new Seat(Seat.Wire.MIDI, port, port), profile));
    }

    private static Layout balcony() {
        List<Element> elements = new ArrayList<>();
        elements.add(new Element("e1", Element.Kind.LABEL, "The Tide Clock", 1, 0, 20, 2, null));
        String[] names = {"Harp", "Bellows", "Surf", "Narrator"};
        for (int i = 0; i < names.length; i++) {
            elements.add(new Element("e" + (i + 2), Element.Kind.FADER, names[i], 1 + i * 6, 3, 5, 14, null));
        }
        elements.add(new Element(
                "e6", Element.Kind.LABEL, "Narrator", 25, 3, 6, 2, new Ref.ToParameter("wherry", "track4.volume")));
        elements.add(new Element("e7", Element.Kind.FADER, "Brightness", 25, 6, 6, 11, null));
        return new Layout("layout1", "Balcony tablet", elements);
    }

    private static List<Mapping> mappings() {
        List<Mapping> all = new ArrayList<>();
        all.add(mapping("m1", "gull", "squeeze", "amount", "track3.volume", Shape.WHOLE, List.of()));
        all.add(mapping(
                "m2",
                "cobble",
                "knob1",
                "turn",
                "filter.cutoff",
                new Shape(List.of(new Scale(0, 1, 200, 8000))),
                List.of("knob1.display", "knob1.ring")));
        all.add(mapping(
                "m3",
                "cobble",
                "knob3",
                "turn",
                "filter.resonance",
                new Shape(List.of(new Scale(0, 1, 0, 60))),
                List.of("knob3.display", "knob3.ring")));
        all.add(mapping("m4", "cobble", "pad6", "gate", "track6.mute", Shape.WHOLE, List.of("pad6.light")));
        all.add(mapping("m5", "cobble", "crossfader", "position", "track8.volume", Shape.WHOLE, List.of()));
        for (int i = 1; i <= 4; i++) {
            String fader = "e" + (i + 1);
            all.add(mapping(
                    "m" + (5 + i), "layout1", fader, "position", "track" + i + ".volume", Shape.WHOLE, List.of(fader)));
        }
        all.add(mapping("m10", "layout1", "e7", "position", "filter.cutoff", Shape.WHOLE, List.of("e7")));
        for (int i = 1; i <= 7; i++) {
            String fader = "fader" + i;
            List<String> shown = List.of(fader + ".motor", fader + ".text");
            all.add(mapping("m" + (10 + i), "sluice", fader, "position", "track" + i + ".volume", Shape.WHOLE, shown));
        }
        List<String> encoder = List.of("encoder1.ring", "encoder1.text");
        all.add(mapping("m18", "sluice", "encoder1", "turn", "track1.pan", Shape.WHOLE, encoder));
        all.add(mapping("m19", "treadle", "pedal1", "position", "filter.mix", Shape.WHOLE, List.of()));
        all.add(mapping("m20", "treadle", "sustain", "position", "track5.mute", Shape.WHOLE, List.of()));
        all.add(mapping("m21", "peat", "resonance", "turn", "filter.drive", Shape.WHOLE, List.of()));
        all.add(toPeat("m22", "knob7", "filter.cutoff"));
        all.add(toPeat("m23", "knob8", "oscillator1.waveform"));
        all.addAll(DemoMappings.more());
        return all;
    }

    private static Mapping toPeat(String id, String knob, String parameter) {
        return new Mapping(
                id,
                new When(List.of(new Ref.ToControl("cobble", knob, "turn"))),
                new While.Always(),
                Shape.WHOLE,
                new Do(List.of(new SetParameter(new Ref.ToParameter("peat", parameter)))),
                new Show(List.of(
                        new Show.Answer(new Ref.ToLight("cobble", knob + ".display"), Show.Rule.VALUE),
                        new Show.Answer(new Ref.ToLight("cobble", knob + ".ring"), Show.Rule.VALUE))));
    }

    private static Mapping mapping(
            String id,
            String device,
            String control,
            String dimension,
            String target,
            Shape shape,
            List<String> lights) {
        return new Mapping(
                id,
                new When(List.of(new Ref.ToControl(device, control, dimension))),
                new While.Always(),
                shape,
                new Do(List.of(new SetParameter(new Ref.ToParameter("wherry", target)))),
                new Show(lights.stream()
                        .map(light -> new Show.Answer(
                                new Ref.ToLight(device, light),
                                light.startsWith("pad") ? Show.Rule.ON_OFF : Show.Rule.VALUE))
                        .toList()));
    }

    private static List<Part> songs() {
        String[][] songs = {
            {"Harbour at Dusk", "lamps low, harp alone"},
            {"The Clockmaker", "wait for the second tick"},
            {"Low Water", "surf from the wand"},
            {"Storm Glass", "both hands"},
            {"First Light", "slow fade, then hold"}
        };
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < songs.length; i++) {
            parts.add(new Part.OfSong(new Song("song" + (i + 1), i + 1, songs[i][0], songs[i][1])));
        }
        return parts;
    }
}
