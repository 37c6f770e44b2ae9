package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import orchard.app.store.RigKeeper;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Song;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The set list as it is arranged before the show; Perform only plays it. */
@Controller
class SongsPage {

    private final RigKeeper keeper;

    SongsPage(RigKeeper keeper) {
        this.keeper = keeper;
    }

    /** A song with the revision it is shown at. */
    record Listed(Song song, long seen) {}

    @GetMapping("/songs")
    String page(Model model) {
        model.addAttribute(
                "songs",
                keeper.rig().songs().stream()
                        .map(song -> new Listed(song, keeper.revision(song.id())))
                        .toList());
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
            @PathVariable String id, @RequestParam long seen, @RequestParam String name, @RequestParam String note) {
        keeper.commit(id, seen, rig -> {
            Song before = song(rig, id);
            Song after = new Song(id, before.place(), name.strip(), note.strip());
            return Edit.change("Change the song " + before.name(), new Part.OfSong(before), new Part.OfSong(after));
        });
        return Replies.go("/songs");
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
                    Song moved = new Song(song.id(), i + 1, song.name(), song.note());
                    changes.add(new Edit.Change(new Part.OfSong(song), new Part.OfSong(moved)));
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
