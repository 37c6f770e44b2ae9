package orchard.rig;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.action.PlayNotes;
import orchard.condition.Always;
import orchard.condition.NoteSounds;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.layout.Element;
import orchard.layout.Keys;
import orchard.layout.Layout;
import orchard.layout.Phrase;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.shape.Shape;

/** Keys of layouts in a rig: the device they play, which is said by an ordinary mapping, and the notes of that mapping, which go with the keys. */
public final class Keyboards {

    private final Rig rig;

    public Keyboards(Rig rig) {
        this.rig = rig;
    }

    /** The mapping by which keys play, the first if there are several. */
    public Optional<Mapping> plays(Layout layout, Element keys) {
        return all(layout, keys).findFirst();
    }

    private static final String SOUNDING = "sounding";

    private Stream<Mapping> all(Layout layout, Element keys) {
        List<Ref.ToControl> triggers = triggers(layout, keys);
        return rig.mappings().stream()
                .filter(mapping -> mapping.when().triggers().equals(triggers)
                        && mapping.everyAction().anyMatch(PlayNotes.class::isInstance));
    }

    private static List<Ref.ToControl> triggers(Layout layout, Element keys) {
        return keys.face().controls(keys).stream()
                .map(control -> new Ref.ToControl(layout.id(), control.id(), "velocity"))
                .toList();
    }

    private static PlayNotes playing(Mapping mapping) {
        return mapping.everyAction()
                .flatMap(action -> action instanceof PlayNotes play ? Stream.of(play) : Stream.empty())
                .findFirst()
                .orElseThrow();
    }

    /** What a person may choose of keys, in the order of the sentence. */
    public List<Phrase> phrases(Layout layout, Element element) {
        Keys keys = (Keys) element.face();
        Optional<PlayNotes> plays = plays(layout, element).map(Keyboards::playing);
        List<Phrase.Option> devices = new ArrayList<>(List.of(new Phrase.Option("", "nothing")));
        rig.devices().stream()
                .filter(device -> device.seat().wire().midi())
                .map(device -> new Phrase.Option(device.id(), device.name()))
                .forEach(devices::add);
        List<Phrase> phrases = new ArrayList<>();
        phrases.add(Phrase.typed("They go from", "from", rig.noteNames().name(keys.first())));
        phrases.add(Phrase.typed("to", "to", rig.noteNames().name(keys.last())));
        phrases.add(new Phrase("and play", "plays", plays.map(PlayNotes::device).orElse(""), devices));
        plays.ifPresent(play -> phrases.add(new Phrase(
                "on channel",
                "channel",
                String.valueOf(play.channel()),
                IntStream.rangeClosed(1, 16)
                        .mapToObj(n -> new Phrase.Option(String.valueOf(n), String.valueOf(n)))
                        .toList())));
        plays(layout, element).ifPresent(mapping -> {
            String lit = lit(mapping, lights(layout, element));
            List<Phrase.Option> options = new ArrayList<>(
                    List.of(new Phrase.Option("", "dark"), new Phrase.Option(SOUNDING, "lit by what sounds")));
            if (lit.equals("own")) {
                options.add(new Phrase.Option(lit, "lit by rules of their own"));
            }
            phrases.add(new Phrase("and are", "lit", lit, options));
        });
        return phrases;
    }

    /** Whether it is one of the phrases that are about what keys play, and not about the keys themselves. */
    public static boolean isAboutMapping(String phrase) {
        return phrase.equals("plays") || phrase.equals("channel") || phrase.equals("lit");
    }

    /**
     * Keys over other notes.
     *
     * @throws Mistake if that cannot be
     */
    public Keys with(Keys keys, String phrase, String value) {
        if (!phrase.equals("from") && !phrase.equals("to")) {
            return keys.with(phrase, value);
        }
        int note = rig.noteNames()
                .note(value)
                .orElseThrow(() -> new Mistake(phrase, "“" + value + "” is no note: type one as C3 or 48"));
        return phrase.equals("from") ? keys.over(note, keys.last()) : keys.over(keys.first(), note);
    }

    /**
     * The edit by which keys play another device, or on another channel.
     *
     * @throws Mistake if that cannot be
     */
    public Edit played(Layout layout, Element element, String phrase, String value) {
        if (!(element.face() instanceof Keys keys)) {
            throw new Mistake(phrase, element.name() + " has no keys to play with");
        }
        Optional<Mapping> was = plays(layout, element);
        String label = "Let " + element.name() + " of " + layout.name() + " play ";
        if (phrase.equals("channel")) {
            if (was.isEmpty() || !value.matches("\\d{1,2}")) {
                throw new Mistake(phrase, "“" + value + "” cannot stand there");
            }
            PlayNotes now = playing(was.get());
            return change(
                    label + "on channel " + value,
                    was.get(),
                    new PlayNotes(now.device(), Integer.parseInt(value), now.first()));
        }
        if (phrase.equals("lit")) {
            Mapping mapping = was.orElseThrow(() -> new Mistake(phrase, "They play nothing that could sound"));
            List<Ref.ToLight> lights = lights(layout, element);
            Stream<Show.Answer> others =
                    mapping.show().answers().stream().filter(answer -> !lights.contains(answer.light()));
            Stream<Show.Answer> own =
                    value.equals(SOUNDING) ? lights.stream().map(Keyboards::sounding) : Stream.empty();
            return Edit.change(
                    "What the keys of " + element.name() + " show",
                    new Part.OfMapping(mapping),
                    new Part.OfMapping(
                            mapping.with(new Show(Stream.concat(others, own).toList()))));
        }
        if (value.isEmpty()) {
            return new Edit(
                    label + "nothing",
                    was.map(mapping -> new Edit.Change(new Part.OfMapping(mapping), null)).stream()
                            .toList());
        }
        Device device = rig.device(value).orElseThrow(() -> new Mistake(phrase, "That device is gone"));
        label += device.name();
        if (was.isPresent()) {
            PlayNotes now = playing(was.get());
            return change(label, was.get(), new PlayNotes(device.id(), now.channel(), now.first()));
        }
        return Edit.add(
                label,
                new Part.OfMapping(new Mapping(
                        rig.freeId("m"),
                        new When(triggers(layout, element)),
                        new Always(),
                        Shape.WHOLE,
                        new Actions(List.of(new PlayNotes(device.id(), 1, keys.first()))),
                        new Show(List.of()))));
    }

    /** The lights of its keys, in their order. */
    private static List<Ref.ToLight> lights(Layout layout, Element keys) {
        return keys.face().controls(keys).stream()
                .map(control -> new Ref.ToLight(layout.id(), control.id()))
                .toList();
    }

    /** What other keys show: where all had one rule they have it too, and what is gone shows nothing. */
    private static Show lit(Mapping mapping, List<Ref.ToLight> before, List<Ref.ToLight> after) {
        List<Show.Answer> others = mapping.show().answers().stream()
                .filter(answer -> !before.contains(answer.light()))
                .toList();
        List<Show.Answer> own = mapping.show().answers().stream()
                .filter(answer -> before.contains(answer.light()))
                .toList();
        Stream<Show.Answer> now = own.size() == before.size()
                ? after.stream().map(light -> own.get(0).on(light))
                : own.stream().filter(answer -> after.contains(answer.light()));
        return new Show(Stream.concat(others.stream(), now).toList());
    }

    /** What the keys show: nothing, what sounds on the instrument, or something else that was said elsewhere. */
    private static String lit(Mapping mapping, List<Ref.ToLight> lights) {
        List<Show.Answer> own = mapping.show().answers().stream()
                .filter(answer -> lights.contains(answer.light()))
                .toList();
        boolean isSounding =
                own.size() == lights.size() && own.stream().allMatch(answer -> answer.equals(sounding(answer.light())));
        return own.isEmpty() ? "" : isSounding ? SOUNDING : "own";
    }

    private static Show.Answer sounding(Ref.ToLight light) {
        return new Show.Answer(light, Show.Rule.OFF)
                .with(List.of(new Rung(new NoteSounds(), Show.Rule.ON, Look.in("green"))));
    }

    private static Edit change(String label, Mapping mapping, PlayNotes play) {
        return Edit.change(label, new Part.OfMapping(mapping), new Part.OfMapping(playing(mapping, play)));
    }

    private static Mapping playing(Mapping mapping, PlayNotes play) {
        return mapping.with(mapping.branches().stream()
                .map(branch -> new Branch(
                        branch.during(),
                        branch.shape(),
                        new Actions(
                                branch.actions().onPress().stream()
                                        .map(action -> action instanceof PlayNotes ? play : action)
                                        .toList(),
                                branch.actions().onRelease())))
                .toList());
    }

    /**
     * What comes with an edit that makes a layout another: mappings that play its keys play the keys it has then, and go with keys that go.
     *
     * @param before null for a new one
     * @param after null for one that goes
     */
    Map<Mapping, Optional<Mapping>> moved(Layout before, Layout after) {
        Map<Mapping, Optional<Mapping>> moved = new LinkedHashMap<>();
        for (Element was : before == null ? List.<Element>of() : before.elements()) {
            if (!(was.face() instanceof Keys old)) {
                continue;
            }
            Optional<Element> is = after == null
                    ? Optional.empty()
                    : after.element(was.id()).filter(element -> element.face() instanceof Keys);
            if (is.filter(element -> triggers(after, element).equals(triggers(before, was)))
                    .isPresent()) {
                continue;
            }
            all(before, was)
                    .forEach(mapping -> moved.put(mapping, is.map(element -> {
                        PlayNotes play = playing(mapping);
                        int by = ((Keys) element.face()).first() - old.first();
                        int first = Math.max(0, Math.min(PlayNotes.HIGHEST, play.first() + by));
                        return playing(mapping, new PlayNotes(play.device(), play.channel(), first))
                                .with(new When(
                                        triggers(after, element),
                                        mapping.when().gesture(),
                                        mapping.when().also()))
                                .with(lit(mapping, lights(before, was), lights(after, element)));
                    })));
        }
        return moved;
    }
}
