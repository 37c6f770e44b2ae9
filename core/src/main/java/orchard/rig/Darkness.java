package orchard.rig;

import orchard.gear.Ref;

/**
 * What makes all lamps darker at once.
 *
 * @param dim the parameter by which all of them are dimmed, at its top as bright as they are set; null for none
 * @param black the parameter that switches all of them off in the upper half of its way; null for none
 */
public record Darkness(Ref.ToParameter dim, Ref.ToParameter black) {

    /** Nothing does. */
    public static final Darkness NONE = new Darkness(null, null);
}
