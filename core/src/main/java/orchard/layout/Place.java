package orchard.layout;

/**
 * Where an element stands.
 *
 * @param box on screens that are wider than tall
 * @param page id of the page it stands on, or "" for every one
 * @param tall where somebody put it on screens that are taller than wide, or null
 * @param group what is chosen together with it while one draws: all of the same group; "" for nothing
 * @param fixed whether it stays where it is while one draws
 */
public record Place(Box box, String page, Upright tall, String group, boolean fixed) {

    public Place {
        page = page == null ? "" : page;
        group = group == null ? "" : group;
    }

    /** On every page, free, for itself. */
    Place(Box box) {
        this(box, "", null, "", false);
    }

    /** The same elsewhere. */
    Place at(Box other) {
        return new Place(other, page, tall, group, fixed);
    }

    /** The same on another page, where nobody put it anywhere on tall screens yet. */
    Place on(String other) {
        return new Place(box, other, other.equals(page) ? tall : null, group, fixed);
    }

    /** The same elsewhere on tall screens. */
    Place upright(Upright other) {
        return new Place(box, page, other, group, fixed);
    }

    /** The same in another group. */
    Place of(String other) {
        return new Place(box, page, tall, other, fixed);
    }

    /** The same, staying where it is or not. */
    Place fixed(boolean isFixed) {
        return new Place(box, page, tall, group, isFixed);
    }
}
