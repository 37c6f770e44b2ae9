package orchard.app.web;

import java.util.List;
import orchard.layout.Kind;

/**
 * A kind of element on the shelf from which one draws.
 *
 * @param letter the key that takes it
 * @param picture path data in a box of 40 × 28
 */
record Shelved(Kind kind, String letter, String picture) {

    static final List<Shelved> ALL = List.of(
            new Shelved(Kind.FADER, "f", "M17 3h6v22h-6z M13 13h14v3h-14z"),
            new Shelved(Kind.KNOB, "k", "M11 22a11 11 0 1 1 18 0 M20 14l6-6"),
            new Shelved(
                    Kind.BUTTON, "b", "M9 6h22a3 3 0 0 1 3 3v10a3 3 0 0 1-3 3h-22a3 3 0 0 1-3-3v-10a3 3 0 0 1 3-3z"),
            new Shelved(Kind.PAD, "p", "M10 3h20v22h-20z M10 19h20"),
            new Shelved(Kind.FIELD, "x", "M9 3h22v22h-22z M9 14h22 M20 3v22 M24 10a2 2 0 1 0 4 0a2 2 0 1 0-4 0"),
            new Shelved(Kind.WHEEL, "w", "M9 14a11 11 0 1 0 22 0a11 11 0 1 0-22 0 M18 7a2 2 0 1 0 4 0a2 2 0 1 0-4 0"),
            new Shelved(Kind.CHOICES, "c", "M3 9h10v10h-10z M15 9h10v10h-10z M27 9h10v10h-10z M5 14h6"),
            new Shelved(Kind.LIST, "i", "M9 4h22 M9 11h22 M9 18h22 M9 25h22 M5 11h1"),
            new Shelved(Kind.TAP, "t", "M11 14a9 9 0 1 0 18 0a9 9 0 1 0-18 0 M17 14a3 3 0 1 0 6 0a3 3 0 1 0-6 0"),
            new Shelved(Kind.LABEL, "o", "M8 22l6-16l6 16 M10 17h8 M24 22v-10 M24 17a4 4 0 1 0 8 0a4 4 0 1 0-8 0"),
            new Shelved(Kind.VALUE, "v", "M8 8l3-2v16 M18 8h7l-4 6a4 4 0 1 1-4 6 M30 22h1"),
            new Shelved(Kind.METER, "m", "M12 3h5v22h-5z M23 3h5v22h-5z M12 12h5 M23 18h5"),
            new Shelved(Kind.LAMP, "a", "M12 14a8 8 0 1 0 16 0a8 8 0 1 0-16 0"),
            new Shelved(Kind.STRIPS, "r", "M4 3h8v22h-8z M16 3h8v22h-8z M28 3h8v22h-8z M4 9h8 M16 9h8 M28 9h8"),
            new Shelved(Kind.CLOCK, "q", "M10 14a10 10 0 1 0 20 0a10 10 0 1 0-20 0 M20 8v6h5"),
            new Shelved(Kind.KEYS, "y", "M4 5h32v18h-32z M12 15v8 M20 15v8 M28 15v8 M10 5v10h4v-10 M18 5v10h4v-10"),
            new Shelved(Kind.TILT, "j", "M8 20l18-14l6 6l-18 14z M20 3a12 12 0 0 1 12 6 M20 26a12 12 0 0 1-12-4"),
            new Shelved(Kind.PAGES, "e", "M3 9h11v13h-11z M16 6h8v16h-8z M26 9h11v13h-11z"));
}
