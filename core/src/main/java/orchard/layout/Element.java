package orchard.layout;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import orchard.gear.Control;
import orchard.gear.Ref;
import orchard.mistake.Mistake;

/**
 * One thing on a layout.
 *
 * @param name what stands on it; where it sets something or follows something, the name of that stands there instead
 * @param follows the parameter that it shows if it shows one; its own text or nothing if null
 * @param guard what a finger has to do before it listens; {@link Guard#NONE} where no finger moves it, or one tap chooses
 * @param tint its colour
 */
public record Element(String id, String name, Place place, Face face, Ref.ToParameter follows, Guard guard, Tint tint) {

    private static final Set<Control.Kind> UNGUARDED =
            EnumSet.of(Control.Kind.CHOICE, Control.Kind.KEY, Control.Kind.MOTION);

    public Element {
        place.box().within(name, Layout.COLUMNS, Layout.ROWS);
        follows = face.follows() ? follows : null;
        guard = guard == null || !canBeGuarded(face) ? Guard.NONE : guard;
        tint = tint == null ? Tint.USUAL : tint;
    }

    /** One in the usual colour. */
    public Element(String id, String name, Place place, Face face, Ref.ToParameter follows, Guard guard) {
        this(id, name, place, face, follows, guard, Tint.USUAL);
    }

    /** One that listens at once, on every page. */
    public Element(String id, String name, Box box, Face face, Ref.ToParameter follows) {
        this(id, name, new Place(box), face, follows, Guard.NONE);
    }

    /** One that follows nothing. */
    public Element(String id, String name, Box box, Face face) {
        this(id, name, box, face, null);
    }

    /** Where it is on screens that are wider than tall. */
    public Box box() {
        return place.box();
    }

    /** The id of the page it stands on, or "" for every one. */
    public String page() {
        return place.page();
    }

    /** Where somebody put it on screens that are taller than wide, or null. */
    public Upright tall() {
        return place.tall();
    }

    /** What it is. */
    public Kind kind() {
        return face.kind();
    }

    /** The same element at another place. */
    public Element at(Place other) {
        return new Element(id, name, other, face, follows, guard, tint);
    }

    /** The same element elsewhere or in another size; one that is fixed stays where it is. */
    public Element at(Box other) {
        return place.fixed() ? this : at(place.at(other));
    }

    /** The same element on another page; "" for every one. */
    public Element on(String other) {
        return at(place.on(other));
    }

    /** The same element elsewhere on tall screens; null for where it comes by itself. */
    public Element upright(Upright other) {
        return at(place.upright(other));
    }

    /** The same element in another group; "" for none. */
    public Element of(String group) {
        return at(place.of(group));
    }

    /** The same element, staying where it is while one draws, or not. */
    public Element fixed(boolean isFixed) {
        return at(place.fixed(isFixed));
    }

    /** The same element with another name. */
    public Element named(String other) {
        return new Element(id, other, place, face, follows, guard, tint);
    }

    /** The same element that answers to fingers in another way. */
    public Element as(Face other) {
        return new Element(id, name, place, other, follows, guard, tint);
    }

    /** The same element showing something else. */
    public Element following(Ref.ToParameter other) {
        return new Element(id, name, place, face, other, guard, tint);
    }

    /** The same element that listens to fingers otherwise guarded. */
    public Element guarded(Guard other) {
        return new Element(id, name, place, face, follows, other, tint);
    }

    /** The same element in another colour. */
    public Element in(Tint other) {
        return new Element(id, name, place, face, follows, guard, other);
    }

    /** The phrase of its sentence that says in which colour it is drawn. */
    public Phrase coloured() {
        return Phrase.of("It is coloured", "tint", tint, Tint.values(), Tint::words);
    }

    /**
     * The same element with another choice in that phrase.
     *
     * @throws Mistake if that cannot stand there
     */
    public Element coloured(String value) {
        return in(Phrase.chosen(Tint.class, "tint", value));
    }

    /** The same element under another id. */
    public Element called(String other) {
        return new Element(other, name, place, face, follows, guard, tint);
    }

    /** Whether it is seen while a page is open. */
    public boolean isOn(String open) {
        return page().isEmpty() || page().equals(open);
    }

    /** The phrase of its sentence that says when it listens; none where it listens at once in any case. */
    public Optional<Phrase> listens() {
        return canBeGuarded(face)
                ? Optional.of(Phrase.of("; it listens", "guard", guard, Guard.values(), Guard::words))
                : Optional.empty();
    }

    /**
     * What is chosen by one tap among several, or lent by one, has no way on which a finger could stay or slide, and nobody plays keys that wait.
     */
    private static boolean canBeGuarded(Face face) {
        return face.hand().filter(hand -> !UNGUARDED.contains(hand)).isPresent();
    }

    /**
     * The same element with another choice in that phrase.
     *
     * @throws Mistake if that cannot stand there
     */
    public Element listening(String value) {
        return guarded(Phrase.chosen(Guard.class, "guard", value));
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
     * @param guard null for none
     * @param page null for every one
     * @param tall null where it comes by itself
     * @param group null for none
     * @param fixed null for free
     * @param tint null for the usual one
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
            Face face,
            Guard guard,
            String page,
            Upright tall,
            String group,
            Boolean fixed,
            Tint tint) {}

    /** What was stored. */
    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    public static Element of(Stored from) {
        Box box = new Box(from.x, from.y, from.width, from.height);
        return new Element(
                from.id,
                from.name,
                new Place(box, from.page, from.tall, from.group, Boolean.TRUE.equals(from.fixed)),
                from.face == null ? from.kind.plain() : from.face,
                from.follows,
                from.guard,
                from.tint);
    }

    /** How it is stored. */
    @JsonValue
    public Stored stored() {
        return new Stored(
                id,
                kind(),
                name,
                box().x(),
                box().y(),
                box().width(),
                box().height(),
                follows,
                face.equals(kind().plain()) ? null : face,
                guard == Guard.NONE ? null : guard,
                page().isEmpty() ? null : page(),
                tall(),
                place.group().isEmpty() ? null : place.group(),
                place.fixed() ? true : null,
                tint == Tint.USUAL ? null : tint);
    }
}
