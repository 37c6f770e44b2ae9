package orchard.layout;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import orchard.gear.Ref;

/**
 * One thing on a layout.
 *
 * @param name what stands on it; where it sets something or follows something, the name of that stands there instead
 * @param follows the parameter that it shows if it shows one; its own text or nothing if null
 */
public record Element(String id, String name, Box box, Face face, Ref.ToParameter follows) {

    public Element {
        box.within(name, Layout.COLUMNS, Layout.ROWS);
        follows = face.follows() ? follows : null;
    }

    /** One that follows nothing. */
    public Element(String id, String name, Box box, Face face) {
        this(id, name, box, face, null);
    }

    /** What it is. */
    public Kind kind() {
        return face.kind();
    }

    /** The same element elsewhere or in another size. */
    public Element at(Box other) {
        return new Element(id, name, other, face, follows);
    }

    /** The same element with another name. */
    public Element named(String other) {
        return new Element(id, other, box, face, follows);
    }

    /** The same element that answers to fingers in another way. */
    public Element as(Face other) {
        return new Element(id, name, box, other, follows);
    }

    /** The same element showing something else. */
    public Element following(Ref.ToParameter other) {
        return new Element(id, name, box, face, other);
    }

    /** Messages that put what is let go where it rests. */
    public List<Face.Rest> rests() {
        return face.rests().stream()
                .map(rest -> new Face.Rest(id + "." + rest.part(), rest.at()))
                .toList();
    }

    /**
     * How an element is stored.
     *
     * @param follows null for none
     * @param face null for the plain one of its kind
     */
    public record Stored(
            String id,
            Kind kind,
            String name,
            int x,
            int y,
            int width,
            int height,
            Ref.ToParameter follows,
            Face face) {}

    /** What was stored. */
    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    public static Element of(Stored from) {
        return new Element(
                from.id,
                from.name,
                new Box(from.x, from.y, from.width, from.height),
                from.face == null ? from.kind.plain() : from.face,
                from.follows);
    }

    /** How it is stored. */
    @JsonValue
    public Stored stored() {
        return new Stored(
                id,
                kind(),
                name,
                box.x(),
                box.y(),
                box.width(),
                box.height(),
                follows,
                face.equals(kind().plain()) ? null : face);
    }
}
