package orchard.engine;

import orchard.action.PlayNotes;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.rig.Rig;

/**
 * The note that the control of a light plays.
 *
 * @param device its instrument
 * @param note 0–127
 */
record Played(State.OfDevice device, int note) {

    /** What the control of a light plays by a mapping, or null if it plays nothing. */
    static Played of(Mapping mapping, Ref.ToLight light, Rig rig, Cells cells) {
        int place = mapping.placeOf(light, rig);
        return place < 0
                ? null
                : mapping.everyAction()
                        .filter(PlayNotes.class::isInstance)
                        .map(PlayNotes.class::cast)
                        .filter(play ->
                                rig.device(play.device()).isPresent() && play.first() + place <= PlayNotes.HIGHEST)
                        .map(play -> new Played(cells.device(play.device()), play.first() + place))
                        .findFirst()
                        .orElse(null);
    }
}
