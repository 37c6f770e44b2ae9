package orchard.app.store;

/**
 * Where a focus stands.
 *
 * @param place id of the first place under it
 * @param pinned whether it stays there
 */
public record FocusStand(String place, boolean pinned) {}
