package orchard.app.store;

import java.util.List;

/**
 * Where a focus stands.
 *
 * @param place id of the first place under it
 * @param pinned whether it stays there
 * @param picked ids of all places under it, if it is one that holds several
 */
public record FocusStand(String place, boolean pinned, List<String> picked) {
    public FocusStand {
        picked = picked == null ? List.of() : List.copyOf(picked);
    }
}
