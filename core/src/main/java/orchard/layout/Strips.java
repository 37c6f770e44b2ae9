package orchard.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Through;

/**
 * A row of strips, one for each of the places that lie side by side under a focus: above each other its name and what each {@link Part} is told to set or to
 * show. Fingers meet the elements of its strips, which are elements as any others and are worked out from it.
 *
 * @param focus id of the focus; "" for none yet
 * @param count how many strips, 1..{@value #MOST}
 * @param parts what its parts set or show, each part once; those that do nothing are left out
 * @param lifted numbers of strips that were lifted out, from 1, in order: they stay empty
 */
public record Strips(String focus, int count, List<Told> parts, List<Integer> lifted) implements Face {

    /** The most strips beside each other. */
    public static final int MOST = 16;

    /** What may stand in a strip, from the top, in shares of its height. */
    public enum Part {
        KNOB("a knob for", 4, Kind.KNOB.plain()),
        BUTTON("a button for", 3, new Button(true, Button.Sign.NONE)),
        ANOTHER("another button for", 3, new Button(true, Button.Sign.NONE)),
        FADER("a fader for", 9, Kind.FADER.plain()),
        METER("a meter of", 9, Kind.METER.plain());

        private final String words;
        private final int share;
        private final Face face;

        Part(String words, int share, Face face) {
            this.words = words;
            this.share = share;
            this.face = face;
        }

        /** It in words, before what it sets or shows. */
        public String words() {
            return words;
        }

        /** What it is as an element. */
        public Face face() {
            return face;
        }

        private String id(String strip) {
            return strip + "-" + name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * What a part was told.
     *
     * @param of what it sets or shows, as a {@linkplain Focus#find focus finds it}
     */
    public record Told(Part part, String of) {}

    private static final int NAME_SHARE = 2;

    public Strips {
        focus = focus == null ? "" : focus;
        count = Math.max(1, Math.min(MOST, count));
        SortedMap<Part, String> told = new TreeMap<>();
        (parts == null ? List.<Told>of() : parts)
                .stream()
                        .filter(one -> one.part() != null
                                && one.of() != null
                                && !one.of().isBlank())
                        .forEach(one -> told.put(one.part(), one.of()));
        parts = told.entrySet().stream()
                .map(one -> new Told(one.getKey(), one.getValue()))
                .toList();
        int strips = count;
        lifted = lifted == null
                ? List.of()
                : lifted.stream()
                        .filter(strip -> strip >= 1 && strip <= strips)
                        .distinct()
                        .sorted(Comparator.naturalOrder())
                        .toList();
    }

    /** A row whose parts were told this. */
    public static Strips of(String focus, int count, Map<Part, String> told, List<Integer> lifted) {
        List<Told> parts = told.entrySet().stream()
                .map(one -> new Told(one.getKey(), one.getValue()))
                .toList();
        return new Strips(focus, count, parts, lifted);
    }

    /** What its parts set or show, by the parts, from the top. */
    public SortedMap<Part, String> told() {
        SortedMap<Part, String> told = new TreeMap<>();
        parts.forEach(one -> told.put(one.part(), one.of()));
        return told;
    }

    /** The same without a strip, which stands for itself from now on. */
    public Strips without(int strip) {
        return new Strips(
                focus,
                count,
                parts,
                Stream.concat(lifted.stream(), Stream.of(strip)).toList());
    }

    /** The elements of its strips, from left to right and from the top. */
    List<Element> elements(String id, Box box) {
        return IntStream.rangeClosed(1, Math.min(count, box.width()))
                .filter(strip -> !lifted.contains(strip))
                .boxed()
                .flatMap(strip -> strip(id, box, strip).stream())
                .toList();
    }

    /** The elements of one strip, whether or not it was lifted out. */
    public List<Element> strip(String id, Box box, int strip) {
        int strips = Math.min(count, box.width());
        int left = box.x() + edge(strip - 1, strips, box.width());
        int width = box.x() + edge(strip, strips, box.width()) - left;
        List<Element> all = new ArrayList<>();
        String its = id + "-" + strip;
        Map<Part, Integer> below = new LinkedHashMap<>();
        told().keySet().stream().filter(part -> !isBeside(part, width)).forEach(part -> below.put(part, part.share));
        int total =
                NAME_SHARE + below.values().stream().mapToInt(share -> share).sum();
        int top = box.y();
        int sum = NAME_SHARE;
        int bottom = box.y() + Math.max(1, edge(sum, total, box.height()));
        all.add(new Element(
                its + "-name", "Strip " + strip, new Box(left, top, width, bottom - top), new Words(), names(strip)));
        for (Part part : below.keySet()) {
            top = bottom;
            sum += part.share;
            bottom = Math.max(top, box.y() + edge(sum, total, box.height()));
            if (bottom == top) {
                continue; // there is no room for it
            }
            boolean metered = part == Part.FADER && isBeside(Part.METER, width);
            all.add(element(part, its, strip, new Box(left, top, width - (metered ? 1 : 0), bottom - top)));
            if (metered) {
                all.add(element(Part.METER, its, strip, new Box(left + width - 1, top, 1, bottom - top)));
            }
        }
        return all;
    }

    /** Whether a part stands beside the fader and not below it. */
    private boolean isBeside(Part part, int width) {
        return part == Part.METER && told().keySet().containsAll(List.of(Part.FADER, Part.METER)) && width > 1;
    }

    private static int edge(int share, int of, int cells) {
        return (int) Math.round((double) cells * share / of);
    }

    private Element element(Part part, String its, int strip, Box box) {
        return new Element(
                part.id(its), "Strip " + strip + " " + part.face.kind().words(), box, part.face, about(part, strip));
    }

    /** What a part of a strip sets or shows; null if it does nothing. */
    private Ref.ToParameter about(Part part, int strip) {
        String local = told().get(part);
        return focus.isEmpty() || local == null ? null : about(local, strip);
    }

    private Ref.ToParameter about(String local, int strip) {
        return new Ref.ToParameter(focus, strip + Through.BETWEEN + local);
    }

    /** A strip's name is that of the place of whatever is in it. */
    private Ref.ToParameter names(int strip) {
        return focus.isEmpty() || parts.isEmpty() ? null : about(parts.get(0).of(), strip);
    }

    /** What the controls of its strips set, by the controls. */
    Map<Ref.ToControl, Ref.ToParameter> sets(String layout, String id, Box box) {
        Map<Ref.ToControl, Ref.ToParameter> sets = new LinkedHashMap<>();
        List<String> there = elements(id, box).stream().map(Element::id).toList();
        for (int strip = 1; strip <= count; strip++) {
            for (Part part : told().keySet()) {
                String control = part.id(id + "-" + strip);
                Ref.ToParameter about = about(part, strip);
                if (about != null && part.face.hand().isPresent() && there.contains(control)) {
                    String number = part.face.dimensions(control).get(0).name();
                    sets.put(new Ref.ToControl(layout, control, number), about);
                }
            }
        }
        return sets;
    }

    @Override
    public Kind kind() {
        return Kind.STRIPS;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of();
    }

    @Override
    public List<String> shows(String id) {
        return List.of();
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.empty();
    }
}
