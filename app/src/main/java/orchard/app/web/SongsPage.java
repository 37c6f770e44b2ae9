package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import orchard.action.Action;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Typed;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Song;
import orchard.signal.NoteName;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The set list as it is arranged before the show; Perform only plays it. */
@Controller
class SongsPage {

    private final RigKeeper keeper;
    private final Names names;

    SongsPage(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
    }

    /**
     * A song with the revision it is shown at.
     *
     * @param lines what is said when it begins, with a line more to be filled in
     */
    record Listed(Song song, long seen, List<SayLine> lines) {}

    /** Something that is said to a device, as it is typed. */
    record SayLine(String device, String message) {}

    @GetMapping("/songs")
    String page(Model model) {
        model.addAttribute(
                "songs",
                keeper.rig().songs().stream()
                        .map(song -> new Listed(song, keeper.revision(song.id()), lines(song)))
                        .toList());
        model.addAttribute("devices", keeper.rig().gear());
        return "songs/page";
    }

    @PostMapping("/songs")
    ResponseEntity<Void> add(@RequestParam String name) {
        keeper.commit(rig -> {
            int last = rig.songs().stream().mapToInt(Song::place).max().orElse(0);
            Song song = new Song(rig.freeId("song"), last + 1, name.strip(), "");
            return Edit.add("Add the song " + song.name(), new Part.OfSong(song));
        });
        return Replies.go("/songs");
    }

    @PostMapping("/songs/{id}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam String note,
            @RequestParam MultiValueMap<String, String> typed) {
        keeper.commit(id, seen, rig -> {
            Song before = song(rig, id);
            Song after = new Song(id, before.place(), name.strip(), note.strip(), begins(id, typed, rig));
            return Edit.change("Change the song " + before.name(), new Part.OfSong(before), new Part.OfSong(after));
        });
        return Replies.go("/songs");
    }

    private List<SayLine> lines(Song song) {
        List<SayLine> lines = new ArrayList<>();
        NoteName notes = keeper.rig().noteNames();
        song.says()
                .forEach(say -> lines.add(
                        new SayLine(say.device(), notes.spelled(say.message().words()))));
        lines.add(new SayLine("", ""));
        return lines;
    }

    /** What is to be said when a song begins; lines without a message say nothing. */
    private List<Action> begins(String id, MultiValueMap<String, String> typed, Rig rig) {
        List<String> devices = typed.getOrDefault("device", List.of());
        List<String> messages = typed.getOrDefault("message", List.of());
        List<Action> begins = new ArrayList<>();
        for (int i = 0; i < messages.size(); i++) {
            if (messages.get(i).isBlank()) {
                continue;
            }
            try {
                Typed line = new Typed(
                        Map.of("device", i < devices.size() ? devices.get(i) : "", "message", messages.get(i)));
                begins.add(
                        Action.Kind.SEND.fresh(Ref.ToParameter.NONE, "", names).filled(line, names));
            } catch (Mistake mistake) {
                throw EditRefused.invalid(id, mistake.field(), "Line " + (i + 1) + ": " + mistake.getMessage());
            }
        }
        return begins;
    }

    /** Moves a song by one place; the others close up. */
    @PostMapping("/songs/{id}/move")
    ResponseEntity<Void> move(@PathVariable String id, @RequestParam int by) {
        keeper.commit(rig -> {
            List<Song> songs = new ArrayList<>(rig.songs());
            int from = songs.indexOf(song(rig, id));
            int to = Math.max(0, Math.min(songs.size() - 1, from + Integer.signum(by)));
            if (from == to) {
                throw EditRefused.invalid(id, "", "It stands at this end already.");
            }
            songs.add(to, songs.remove(from));
            List<Edit.Change> changes = new ArrayList<>();
            for (int i = 0; i < songs.size(); i++) {
                Song song = songs.get(i);
                if (song.place() != i + 1) {
                    changes.add(new Edit.Change(new Part.OfSong(song), new Part.OfSong(song.at(i + 1))));
                }
            }
            return new Edit("Move the song " + song(rig, id).name(), changes);
        });
        return Replies.go("/songs");
    }

    @PostMapping("/songs/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Song song = song(rig, id);
            return Edit.remove("Delete the song " + song.name(), new Part.OfSong(song));
        });
        return Replies.deleted("/songs", made);
    }

    private static Song song(Rig rig, String id) {
        return rig.songs().stream()
                .filter(song -> song.id().equals(id))
                .findFirst()
                .orElseThrow(Replies::gone);
    }
}
