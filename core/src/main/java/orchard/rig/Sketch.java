package orchard.rig;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.action.Action;
import orchard.action.PlayNotes;
import orchard.condition.Always;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Face;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.shape.Shape;

/** A new layout while it is drawn: its elements page by page, what they set and what they play. */
final class Sketch {

    private final Rig rig;
    private final String id;
    private final String name;
    private final List<Page> pages = new ArrayList<>();
    private final List<Element> elements = new ArrayList<>();
    private final Map<Ref.ToControl, Ref.ToParameter> sets = new LinkedHashMap<>();
    private final Map<List<Ref.ToControl>, Action> acts = new LinkedHashMap<>();
    private final Map<List<Ref.ToControl>, Mapping> copies = new LinkedHashMap<>();

    /** @param title what it is called, if nothing else is called like that */
    Sketch(Rig rig, String title) {
        this.rig = rig;
        this.id = rig.freeId("layout");
        this.name = rig.freeName(title);
    }

    String id() {
        return id;
    }

    String name() {
        return name;
    }

    /** What comes from now on stands on another page. */
    void page(String called) {
        pages.add(new Page("p" + (pages.size() + 1), called));
    }

    Element add(String called, Box box, Face face) {
        return add(called, box, face, null);
    }

    Element add(String called, Box box, Face face, Ref.ToParameter follows) {
        Element element = new Element("e" + (elements.size() + 1), called, box, face, follows)
                .on(pages.isEmpty() ? "" : pages.get(pages.size() - 1).id());
        elements.add(element);
        return element;
    }

    /** An element sets parameters, its first number the first one. */
    void sets(Element element, List<Ref.ToParameter> parameters) {
        for (int i = 0; i < parameters.size(); i++) {
            String number = element.face().dimensions("").get(i).name();
            sets.put(new Ref.ToControl(id, element.id(), number), parameters.get(i));
        }
    }

    /** Elements play notes, one after the other. */
    void plays(List<Element> some, PlayNotes play) {
        acts.put(
                some.stream()
                        .flatMap(element -> element.face().controls(element).stream())
                        .map(control -> new Ref.ToControl(id, control.id(), "velocity"))
                        .toList(),
                play);
    }

    /**
     * Elements do what others do.
     *
     * @param instead of each control of the mapping the element that stands for it
     */
    void like(Mapping mapping, Map<Ref.ToControl, Element> instead) {
        copies.put(
                mapping.when().triggers().stream()
                        .map(instead::get)
                        .map(element -> new Ref.ToControl(
                                id,
                                element.id(),
                                element.face().dimensions("").get(0).name()))
                        .toList(),
                mapping);
    }

    /** Something is done when an element is pressed. */
    void does(Element element, Action action) {
        String number = element.face().dimensions("").get(0).name();
        acts.put(List.of(new Ref.ToControl(id, element.id(), number)), action);
    }

    /** The edit that makes it. */
    Edit edit(String label) {
        Edit layout = new Rows(rig).edit(label, null, new Layout(id, name, pages, elements));
        Rig with = rig.apply(layout);
        List<Edit.Change> changes = new ArrayList<>(layout.changes());
        MappingCopier copier = new MappingCopier(with);
        int number = Integer.parseInt(with.freeId("m").substring(1));
        for (Map.Entry<Ref.ToControl, Ref.ToParameter> one : sets.entrySet()) {
            changes.add(added(copier.plain("m" + number++, one.getKey(), one.getValue())));
        }
        for (Map.Entry<List<Ref.ToControl>, Action> one : acts.entrySet()) {
            changes.add(added(new Mapping(
                    "m" + number++,
                    new When(one.getKey()),
                    new Always(),
                    Shape.WHOLE,
                    new Actions(List.of(one.getValue())),
                    new Show(List.of()))));
        }
        for (Map.Entry<List<Ref.ToControl>, Mapping> one : copies.entrySet()) {
            Mapping copied = one.getValue();
            changes.add(added(copied.as("m" + number++)
                    .with(new When(one.getKey(), copied.when().gesture()))
                    .with(new Show(one.getKey().stream()
                            .flatMap(control -> copier.answers(control).stream())
                            .toList()))));
        }
        return new Edit(label, changes);
    }

    private static Edit.Change added(Mapping mapping) {
        return new Edit.Change(null, new Part.OfMapping(mapping));
    }
}
