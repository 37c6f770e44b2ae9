package orchard.rig;

/**
 * An entry of the set list.
 *
 * @param place where it stands in the list, from 1; songs with equal places stand in the order of their ids
 * @param note what the performer wants to remember, shown small; may be ""
 */
public record Song(String id, int place, String name, String note) {}
