package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.mapping.Mapping;

/** A focus has places that are not there, or that lack what a mapping sets through it. */
record EmptyFocus() implements Finder {

    @Override
    public String title() {
        return "A focus that can point at nothing";
    }

    @Override
    public Effect effect() {
        return Effect.SURPRISES;
    }

    @Override
    public boolean isAbsence() {
        return false;
    }

    @Override
    public boolean ofRig() {
        return true;
    }

    @Override
    public Finding.Page countedOn() {
        return null;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Focus focus : scene.rig().foci()) {
            List<Integer> gone = IntStream.range(0, focus.places().size())
                    .filter(place -> focus.placeName(place, scene.names()).isEmpty())
                    .boxed()
                    .toList();
            if (!gone.isEmpty()) {
                findings.add(new Finding(
                        this,
                        focus.name() + " goes over " + gone.size() + " that " + (gone.size() == 1 ? "is" : "are")
                                + " not there, the first of them at place " + (gone.get(0) + 1) + ".",
                        "Moved there, what goes through it does nothing.",
                        new Finding.Place(Finding.Page.FOCI, focus.id(), "")));
            }
        }
        for (Mapping mapping : scene.rig().mappings()) {
            for (Ref.ToParameter target : mapping.targets()) {
                Through.of(target, scene.rig()).ifPresent(through -> lacking(mapping, through, scene, findings));
            }
        }
        return findings;
    }

    private void lacking(Mapping mapping, Through through, Scene scene, List<Finding> findings) {
        Focus focus = through.focus();
        if (through.prototype(scene.rig()).isEmpty()) {
            return; // it cannot work at all, and that is said
        }
        IntStream.range(0, focus.places().size())
                .filter(place -> !focus.placeName(place, scene.names()).isEmpty())
                .filter(place -> through.find(place, scene.rig()).isEmpty())
                .boxed()
                .findFirst()
                .ifPresent(place -> findings.add(new Finding(
                        this,
                        "%s has no “%s” like the others."
                                .formatted(focus.placeName(place, scene.names()), through.local()),
                        mapping.cause(scene.names()) + " does nothing when " + focus.name() + " stands there.",
                        new Finding.Place(Finding.Page.MAP, mapping.id(), ""))));
    }
}
