package orchard.rig;

import java.util.List;
import orchard.action.Action;
import orchard.action.Send;
import orchard.gear.Selector;
import orchard.mistake.Mistake;

/**
 * An entry of the set list.
 *
 * @param place where it stands in the list, from 1; songs with equal places stand in the order of their ids
 * @param note what the performer wants to remember, shown small; may be ""
 * @param begins what is said to devices when it begins, in this order
 */
public record Song(String id, int place, String name, String note, List<Action> begins) {

    /** The most that is said when a song begins. */
    public static final int MOST = 32;

    public Song {
        begins = begins == null ? List.of() : List.copyOf(begins);
        if (!begins.stream().allMatch(Send.class::isInstance)) {
            throw new Mistake("message", "a song begins with messages, and with nothing else yet");
        }
        if (begins.size() > MOST) {
            throw new Mistake("message", "a song begins with at most " + MOST + " messages");
        }
    }

    /** A song that says nothing. */
    public Song(String id, int place, String name, String note) {
        this(id, place, name, note, List.of());
    }

    /** The messages it begins with. */
    public List<Send> says() {
        return begins.stream().map(Send.class::cast).toList();
    }

    /** The same song at another place. */
    public Song at(int other) {
        return new Song(id, other, name, note, begins);
    }

    /** The songs of a set list: one is current, and at either end one stays. */
    public static Selector selector(List<Song> songs) {
        return new Selector(
                new Selector.Owner(Selector.Kind.SONGS, "", ""),
                songs.stream()
                        .map(song -> new Selector.Place(song.id(), song.name()))
                        .toList(),
                Selector.Ends.STOP);
    }
}
