package orchard.rig;

import java.util.List;
import orchard.gear.Selector;

/**
 * An entry of the set list.
 *
 * @param place where it stands in the list, from 1; songs with equal places stand in the order of their ids
 * @param note what the performer wants to remember, shown small; may be ""
 */
public record Song(String id, int place, String name, String note) {

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
