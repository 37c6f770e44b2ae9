package orchard.app.web;

import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.app.demo.StandInHouse;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.standin.Fathom;
import orchard.standin.ScriptWindow;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Rehearse: the stand-ins' front panels, to be played. What they show comes over the live socket. */
@Controller
class RehearsePage {

    private final StandInHouse house;
    private final RigKeeper keeper;
    private final Names names;
    private final Values values;

    RehearsePage(StandInHouse house, RigKeeper keeper, Names names, Values values) {
        this.house = house;
        this.keeper = keeper;
        this.names = names;
        this.values = values;
    }

    /**
     * A focus over the software's tracks, as a frame over its panel.
     *
     * @param tracks ids of the places that the first eight tracks are, "" for one that is none
     */
    record Framed(FocusView focus, List<String> tracks) {}

    /**
     * A stand-in in the list.
     *
     * @param show which panels are shown when it is pressed, with commas between; "" for all
     */
    record Entry(String id, boolean shown, String show) {}

    /**
     * @param show ids of the stand-ins whose panels are shown, none for all
     * @param alone whether it stands in a window of its own, beside another page
     */
    @GetMapping("/rehearse")
    String page(
            @RequestParam(defaultValue = "") List<String> show,
            @RequestParam(defaultValue = "false") boolean alone,
            Model model) {
        List<String> on = StandInHouse.all().stream()
                .filter(house.standIns()::containsKey)
                .toList();
        List<String> shown = on.stream().filter(show::contains).toList();
        model.addAttribute("entries", entries(on, shown));
        model.addAttribute("isAll", shown.isEmpty());
        model.addAttribute("alone", alone ? "true" : null);
        model.addAttribute("on", shown.isEmpty() ? on : shown);
        model.addAttribute(
                "off",
                StandInHouse.all().stream()
                        .filter(id -> !house.standIns().containsKey(id))
                        .toList());
        model.addAttribute("knobs", numbers(8));
        model.addAttribute("pads", numbers(16));
        model.addAttribute("pageKeys", numbers(6));
        model.addAttribute("sideKeys", numbers(4));
        model.addAttribute("strips", numbers(8));
        model.addAttribute(
                "sluiceKeys", List.of("Bank left", "Bank right", "Rewind", "Forward", "Stop", "Play", "Record"));
        model.addAttribute("switches", numbers(10));
        model.addAttribute("pedals", numbers(2));
        model.addAttribute("peat", peat());
        model.addAttribute("gullKeys", numbers(4));
        model.addAttribute("zones", numbers(15));
        model.addAttribute("fathomKeys", keys());
        model.addAttribute("scriptFields", ScriptWindow.FIELDS);
        model.addAttribute("tracks", numbers(8));
        model.addAttribute("filter", List.of("cutoff", "resonance", "drive", "mix"));
        model.addAttribute("loft", loft());
        model.addAttribute("wherryMore", wherryMore());
        model.addAttribute("frames", frames(keeper.rig()));
        return "rehearse/page";
    }

    /**
     * A key of the keys.
     *
     * @param octave whether an octave begins with it
     */
    record Key(int note, String name, boolean black, boolean octave) {}

    private List<Key> keys() {
        return IntStream.rangeClosed(Fathom.LOWEST, Fathom.HIGHEST)
                .mapToObj(note -> new Key(
                        note,
                        keeper.rig().noteNames().name(note),
                        List.of(1, 3, 6, 8, 10).contains(note % 12),
                        note % 12 == 0))
                .toList();
    }

    /** The foci that sentences go through, over the tracks of the software as they stand now. */
    private List<Framed> frames(Rig rig) {
        Optional<Device> software = rig.ownDevice("wherry");
        return rig.foci().stream()
                .filter(focus -> software.isPresent() && focus.device().equals("wherry"))
                .filter(focus -> rig.mappings().stream()
                        .flatMap(mapping -> mapping.targets().stream())
                        .anyMatch(target -> target.device().equals(focus.id())))
                .map(focus -> new Framed(
                        FocusView.of(focus, names, values),
                        IntStream.rangeClosed(1, 8)
                                .mapToObj(track -> placeAt(track, focus, software.orElseThrow()))
                                .toList()))
                .toList();
    }

    /** Which place of a focus stands at a track of the panel. */
    private static String placeAt(int track, Focus focus, Device software) {
        String told = "/wherry/track/" + track + "/name";
        return software.profile().groups().stream()
                .filter(group -> group.nameAddress().equals(told))
                .flatMap(group -> Stream.of(group.identity(), group.id()))
                .filter(focus.places()::contains)
                .findFirst()
                .orElse("");
    }

    /** The first press shows one panel alone, further ones put others beside it or take them away. */
    private static List<Entry> entries(List<String> on, List<String> shown) {
        return on.stream()
                .map(id -> {
                    List<String> next = new ArrayList<>(shown);
                    if (!next.remove(id)) {
                        next.add(id);
                    }
                    return new Entry(id, shown.contains(id), String.join(",", next));
                })
                .toList();
    }

    @PostMapping("/rehearse/{id}/on")
    ResponseEntity<Void> on(@PathVariable String id) {
        if (!StandInHouse.all().contains(id)) {
            throw Replies.gone();
        }
        try {
            house.switchOn(id);
        } catch (UncheckedIOException | IllegalStateException e) {
            throw EditRefused.invalid(id, "", "It could not be switched on: " + e.getMessage());
        }
        return Replies.go("/rehearse");
    }

    @PostMapping("/rehearse/{id}/off")
    ResponseEntity<Void> off(@PathVariable String id) {
        house.switchOff(id);
        return Replies.go("/rehearse");
    }

    /** One knob on the synth's panel. */
    record Knob(String name, String part) {}

    /** Knobs that belong together. */
    record Knobs(String name, List<Knob> knobs) {}

    private static List<Knobs> peat() {
        List<Knobs> groups = new ArrayList<>();
        for (int i : numbers(4)) {
            groups.add(knobs("Oscillator " + i, i, "Waveform", "Tuning", "Level"));
        }
        groups.add(new Knobs("Filter", List.of(new Knob("Cutoff", "cutoff"), new Knob("Resonance", "resonance"))));
        for (int i : numbers(2)) {
            groups.add(new Knobs(
                    "LFO " + i, List.of(new Knob("Rate", "lfo" + i + "rate"), new Knob("Depth", "lfo" + i + "depth"))));
        }
        for (int i : numbers(3)) {
            groups.add(knobs("Envelope " + i, i, "Attack", "Decay", "Sustain", "Release"));
        }
        return groups;
    }

    private static List<Knobs> loft() {
        List<Knobs> groups = new ArrayList<>();
        List<Knob> lamps = new ArrayList<>();
        numbers(12).forEach(i -> lamps.add(new Knob("Lamp " + i, "/loft/lamp/" + i + "/level")));
        groups.add(new Knobs("Lamps 1 to 6", lamps.subList(0, 6)));
        groups.add(new Knobs("Lamps 7 to 12", lamps.subList(6, 12)));
        List<Knob> movers = new ArrayList<>();
        numbers(2).forEach(i -> {
            movers.add(new Knob("Pan " + i, "/loft/mover/" + i + "/pan"));
            movers.add(new Knob("Tilt " + i, "/loft/mover/" + i + "/tilt"));
        });
        groups.add(new Knobs("Movers", movers));
        List<Knob> playbacks = new ArrayList<>();
        playbacks.add(new Knob("Bank", "/loft/bank"));
        numbers(8).forEach(i -> playbacks.add(new Knob("Playback " + i, "/loft/playback/" + i)));
        groups.add(new Knobs("Playbacks", playbacks));
        groups.add(new Knobs(
                "House",
                List.of(
                        new Knob("Master", "/loft/master"),
                        new Knob("Blackout", "/loft/blackout"),
                        new Knob("Tempo", "/loft/tempo"))));
        return groups;
    }

    /** What the music software has beside its first eight tracks. */
    private static List<Knobs> wherryMore() {
        List<Knobs> groups = new ArrayList<>();
        List<Knob> blend = new ArrayList<>();
        numbers(6).forEach(i -> blend.add(new Knob("Blend " + i, "/wherry/blend/" + i)));
        groups.add(new Knobs("Blend", blend));
        List<Knob> song = new ArrayList<>();
        for (String name : List.of(
                "Row",
                "Marker",
                "Loop",
                "Tempo",
                "Sway",
                "Automation",
                "Position",
                "Selected",
                "Modulator",
                "Master")) {
            song.add(new Knob(name, "/wherry/" + name.toLowerCase(Locale.ROOT)));
        }
        groups.add(new Knobs("Song", song.subList(0, 5)));
        groups.add(new Knobs("Transport", song.subList(5, 10)));
        for (int from : List.of(9, 17)) {
            List<Knob> tracks = new ArrayList<>();
            for (int i = from; i < from + 8; i++) {
                tracks.add(new Knob("Track " + i, "/wherry/track/" + i + "/volume"));
            }
            groups.add(new Knobs("Tracks " + from + " to " + (from + 7), tracks));
        }
        return groups;
    }

    private static Knobs knobs(String name, int number, String... knobs) {
        return new Knobs(
                name,
                Stream.of(knobs)
                        .map(knob -> new Knob(knob, knob.toLowerCase(Locale.ROOT) + number))
                        .toList());
    }

    private static List<Integer> numbers(int count) {
        return IntStream.rangeClosed(1, count).boxed().toList();
    }
}
