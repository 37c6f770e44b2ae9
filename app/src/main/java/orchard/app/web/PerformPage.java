package orchard.app.web;

import java.util.List;
import java.util.Map;
import orchard.app.live.EngineRoom;
import orchard.app.live.LiveSocket;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.app.port.Standing;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.parameter.Binding;
import orchard.rig.Song;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Perform: songs in order, nothing editable, a stop for everything. */
@Controller
class PerformPage {

    private final RigKeeper keeper;
    private final EngineRoom engine;
    private final LiveSocket socket;
    private final PortRoom ports;
    private final Values values;

    PerformPage(RigKeeper keeper, EngineRoom engine, LiveSocket socket, PortRoom ports, Values values) {
        this.values = values;
        this.ports = ports;
        this.keeper = keeper;
        this.engine = engine;
        this.socket = socket;
    }

    @GetMapping("/perform")
    String page(Model model) {
        show(model);
        showGear(model);
        model.addAttribute("chords", chords());
        model.addAttribute("stack", LayerView.of(keeper.rig(), keeper.rig(), values));
        return "perform/page";
    }

    /** The notes that are held on something, and what they are together. */
    record Chord(String key, String name, String text) {}

    private List<Chord> chords() {
        return keeper.rig().devices().stream()
                .flatMap(device -> device.profile().parameters().stream()
                        .filter(parameter -> parameter.binding() instanceof Binding.Held)
                        .map(parameter -> new Ref.ToParameter(device.id(), parameter.id()))
                        .map(ref -> new Chord(
                                ref.key(),
                                device.name(),
                                values.parameters().containsKey(ref.key())
                                        ? values.parameters().get(ref.key()).text()
                                        : "–")))
                .toList();
    }

    private void show(Model model) {
        List<Song> songs = keeper.rig().songs();
        int at = at(songs);
        model.addAttribute("songs", songs);
        model.addAttribute("at", at);
        model.addAttribute("before", at > 0 ? songs.get(at - 1) : null);
        model.addAttribute("after", at + 1 < songs.size() ? songs.get(at + 1) : null);
    }

    private int at(List<Song> songs) {
        int number = Song.selector(songs).number(keeper.currentSong());
        return number > 0 ? number - 1 : songs.isEmpty() ? -1 : 0;
    }

    /**
     * Moves on, or back; the song that comes says what it begins with. Stays at either end, where nothing is said again.
     *
     * @param from the song that was current where it was pressed, or "" for whichever is: two people who press at once go on once
     */
    @PostMapping("/perform/step")
    synchronized String step(@RequestParam int by, @RequestParam(defaultValue = "") String from, Model model) {
        List<Song> songs = keeper.rig().songs();
        int at = at(songs);
        if (at >= 0 && (from.isEmpty() || from.equals(songs.get(at).id()))) {
            Selector selector = Song.selector(songs);
            int next = selector.onward(at + 1, Integer.signum(by)) - 1;
            if (next != at) {
                begin(songs.get(next));
            }
        }
        show(model);
        return "perform/page :: set";
    }

    private void begin(Song song) {
        keeper.currentSong(song.id());
        engine.reach(song.id());
        socket.tellAll(Map.of("type", "song", "song", song.id()));
        song.says().forEach(say -> engine.say(say.device(), say.message(), "begin of “" + song.name() + "”"));
    }

    /** The set list alone, for another browser that has to follow. */
    @GetMapping("/perform/set")
    String set(Model model) {
        show(model);
        return "perform/page :: set";
    }

    /** The devices that are not there, do not answer, or are in doubt. */
    @GetMapping("/perform/gear")
    String gear(Model model) {
        showGear(model);
        return "perform/page :: gear";
    }

    /** A device that is in trouble. */
    record Troubled(String name, Standing standing) {}

    private void showGear(Model model) {
        model.addAttribute(
                "troubled",
                keeper.rig().devices().stream()
                        .map(device -> new Troubled(device.name(), ports.standing(device.id())))
                        .filter(troubled -> !troubled.standing().isSure())
                        .toList());
    }

    /** Stops everything, or all that has to do with one device. From any page. */
    @PostMapping("/panic")
    @ResponseBody
    String panic(@RequestParam(defaultValue = "") String device) {
        if (device.isEmpty()) {
            engine.panic();
            return "Panic: everything was told to stop.";
        }
        Device only = keeper.rig().ownDevice(device).orElseThrow(Replies::gone);
        engine.panic(device);
        return "Panic: " + only.name() + " was told to stop.";
    }
}
