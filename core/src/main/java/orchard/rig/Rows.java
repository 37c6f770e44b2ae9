package orchard.rig;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Phrase;
import orchard.layout.Strips;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Law;
import orchard.parameter.Parameter;

/**
 * Rows of strips in a rig: what they may be told, and the mappings that come and go with what they are told. A mapping that somebody changed is theirs, and
 * stays as it is.
 */
public final class Rows {

    private final Rig rig;

    public Rows(Rig rig) {
        this.rig = rig;
    }

    /** A row over the focus that has the most places side by side, with a part for each of the usual kinds; an empty one if there is no focus. */
    public Strips usual() {
        return rig.foci().stream()
                .max(Comparator.comparingInt((Focus focus) -> usual(focus).size())
                        .thenComparingInt(Focus::reach)
                        .thenComparing(Focus::id, Comparator.reverseOrder()))
                .map(this::over)
                .orElse((Strips) Kind.STRIPS.plain());
    }

    /** A row over a focus, with a part for each of the usual kinds that its places have. */
    Strips over(Focus focus) {
        return Strips.of(focus.id(), Math.min(focus.reach(), Strips.MOST), usual(focus), List.of());
    }

    private SortedMap<Strips.Part, String> usual(Focus focus) {
        SortedMap<Strips.Part, String> parts = new TreeMap<>();
        for (Strips.Part part : List.of(Strips.Part.FADER, Strips.Part.BUTTON, Strips.Part.METER)) {
            fitting(focus, part).stream().findFirst().ifPresent(local -> parts.put(part, local));
        }
        return parts;
    }

    /** What a part may set or show under a focus, what fits it best first. */
    private List<String> fitting(Focus focus, Strips.Part part) {
        Predicate<Parameter> fits = switch (part) {
            case BUTTON, ANOTHER -> p -> p.settable() && p.hasNames() && p.count() == 2;
            case FADER, KNOB -> p -> p.settable() && !p.hasNames();
            case METER -> p -> !p.hasNames();
        };
        Predicate<Parameter> best = switch (part) {
            case FADER -> p -> p.law() instanceof Law.DecibelTaper;
            case METER -> p -> !p.settable();
            default -> p -> true;
        };
        return focus.locals(rig).stream()
                .filter(local -> focus.prototype(local, rig).filter(fits).isPresent())
                .sorted(Comparator.comparing(
                        local -> focus.prototype(local, rig).filter(best).isEmpty()))
                .toList();
    }

    /** What a person may choose of a row, in the order of the sentence. */
    public List<Phrase> phrases(Strips strips) {
        Optional<Focus> focus = rig.focus(strips.focus());
        List<Phrase> phrases = new ArrayList<>();
        phrases.add(new Phrase(
                "One strip for each of the",
                "count",
                String.valueOf(strips.count()),
                IntStream.rangeClosed(
                                1,
                                Math.max(
                                        strips.count(),
                                        Math.min(
                                                Strips.MOST,
                                                focus.map(Focus::reach).orElse(1))))
                        .mapToObj(n -> new Phrase.Option(String.valueOf(n), String.valueOf(n)))
                        .toList()));
        List<Phrase.Option> foci = new ArrayList<>(rig.foci().stream()
                .map(one ->
                        new Phrase.Option(one.id(), one.noun() + (one.reach() == 1 ? "" : "s") + " of " + one.name()))
                .toList());
        if (focus.isEmpty()) {
            foci.add(
                    0,
                    new Phrase.Option(
                            strips.focus(), strips.focus().isEmpty() ? "no focus yet" : "a focus that is gone"));
        }
        phrases.add(new Phrase("", "focus", strips.focus(), foci));
        for (Strips.Part part : Strips.Part.values()) {
            String told = strips.told().getOrDefault(part, "");
            List<Phrase.Option> options = Stream.concat(
                            Stream.of(new Phrase.Option("", "nothing")),
                            Stream.concat(
                                            Stream.of(told).filter(local -> !local.isEmpty()),
                                            focus.stream().flatMap(one -> fitting(one, part).stream()))
                                    .distinct()
                                    .map(local -> new Phrase.Option(local, local.replace(Focus.WITHIN, " › "))))
                    .toList();
            phrases.add(new Phrase(
                    (part.ordinal() == 0 ? ", each with its name, " : ", ") + part.words(),
                    part.name().toLowerCase(Locale.ROOT),
                    told,
                    options));
        }
        return phrases;
    }

    /**
     * A row with another choice in a phrase.
     *
     * @throws Mistake if that cannot stand there
     */
    public Strips with(Strips strips, String phrase, String value) {
        Phrase.Option chosen = phrases(strips).stream()
                .filter(one -> one.name().equals(phrase))
                .flatMap(one -> one.options().stream())
                .filter(option -> option.value().equals(value))
                .findFirst()
                .orElseThrow(() -> new Mistake(phrase, "“" + value + "” cannot stand there"));
        if (phrase.equals("count")) {
            return new Strips(strips.focus(), Integer.parseInt(chosen.value()), strips.parts(), strips.lifted());
        }
        if (phrase.equals("focus")) {
            return over(strips, rig.focus(value).orElseThrow(() -> new Mistake(phrase, "That focus is gone")));
        }
        SortedMap<Strips.Part, String> parts = strips.told();
        parts.put(Strips.Part.valueOf(phrase.toUpperCase(Locale.ROOT)), chosen.value());
        return Strips.of(strips.focus(), strips.count(), parts, strips.lifted());
    }

    /** The same over another focus: what its places have too stays, and if that is nothing, they get what is usual. */
    private Strips over(Strips strips, Focus focus) {
        SortedMap<Strips.Part, String> parts = strips.told();
        parts.entrySet().removeIf(entry -> !fitting(focus, entry.getKey()).contains(entry.getValue()));
        int count = Math.min(focus.reach(), Strips.MOST);
        return Strips.of(focus.id(), count, parts.isEmpty() ? usual(focus) : parts, List.of());
    }

    /**
     * The edit that makes a layout another, with the mappings of its rows and its keys.
     *
     * @param before null for a new one
     * @param after null for one that goes
     */
    public Edit edit(String label, Layout before, Layout after) {
        Part.OfLayout was = before == null ? null : new Part.OfLayout(before);
        Part.OfLayout is = after == null ? null : new Part.OfLayout(after);
        List<Edit.Change> changes = new ArrayList<>(List.of(new Edit.Change(was, is)));
        new Keyboards(rig)
                .moved(before, after)
                .forEach((mapping, then) -> changes.add(new Edit.Change(
                        new Part.OfMapping(mapping),
                        then.map(Part.OfMapping::new).orElse(null))));
        Map<Ref.ToControl, Ref.ToParameter> old = before == null ? Map.of() : before.rows();
        Map<Ref.ToControl, Ref.ToParameter> now = after == null ? Map.of() : after.rows();
        if (old.equals(now)) {
            return new Edit(label, changes);
        }
        Rig then = rig.again(new Edit(label, changes));
        old.forEach((control, target) -> rig.mappings().stream()
                .filter(mapping -> !target.equals(now.get(control)))
                .filter(mapping ->
                        now.containsKey(control) || then.dimension(control).isEmpty())
                .filter(mapping -> isPlain(mapping, control, target))
                .forEach(mapping -> changes.add(new Edit.Change(new Part.OfMapping(mapping), null))));
        MappingCopier copier = new MappingCopier(then);
        int number = Integer.parseInt(rig.freeId("m").substring(1));
        for (Map.Entry<Ref.ToControl, Ref.ToParameter> row : now.entrySet()) {
            Ref.ToControl control = row.getKey();
            Ref.ToParameter target = row.getValue();
            boolean isSettable =
                    then.parameter(target).filter(Parameter::settable).isPresent();
            if (isSettable
                    && !target.equals(old.get(control))
                    && then.mappings().stream().noneMatch(m -> moves(m, control, changes))) {
                changes.add(new Edit.Change(null, new Part.OfMapping(copier.plain("m" + number++, control, target))));
            }
        }
        return new Edit(label, changes);
    }

    /** Whether a mapping is one that a row of a layout made, as it made it. */
    boolean isOf(Layout layout, Mapping mapping) {
        Ref.ToParameter target = layout.rows().get(mapping.trigger());
        return target != null && isPlain(mapping, mapping.trigger(), target);
    }

    /** Whether a mapping is as the row made it. */
    private boolean isPlain(Mapping mapping, Ref.ToControl control, Ref.ToParameter target) {
        return mapping.equals(new MappingCopier(rig).plain(mapping.id(), control, target));
    }

    /** Whether a control sets off a mapping that does not go. */
    private static boolean moves(Mapping mapping, Ref.ToControl control, List<Edit.Change> changes) {
        return mapping.when().triggers().contains(control)
                && changes.stream()
                        .noneMatch(
                                change -> change.after() == null && change.id().equals(mapping.id()));
    }
}
