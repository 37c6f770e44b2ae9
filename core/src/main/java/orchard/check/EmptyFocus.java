package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.engine.Event;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.mapping.Mapping;
import orchard.outcome.Considered;
import orchard.outcome.Refused;

/** A focus has places that are not there, or that lack what a mapping sets through it. */
record EmptyFocus() implements Surprise {

    @Override
    public String title() {
        return "A focus that can point at nothing";
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
        Ways ways = new Ways(scene.rig());
        for (Mapping mapping : scene.rig().mappings()) {
            for (Ref.ToParameter target : mapping.targets()) {
                Through.of(target, scene.rig()).ifPresent(through -> lacking(mapping, through, ways, scene, findings));
            }
        }
        return findings;
    }

    private void lacking(Mapping mapping, Through through, Ways ways, Scene scene, List<Finding> findings) {
        Focus focus = through.focus();
        if (through.prototype(scene.rig()).isEmpty()) {
            return; // it cannot work at all, and that is said
        }
        IntStream.range(0, focus.places().size())
                .filter(place -> !focus.placeName(place, scene.names()).isEmpty())
                .filter(place -> through.find(place, scene.rig()).isEmpty())
                .boxed()
                .findFirst()
                .map(place -> new Finding(
                                this,
                                "%s has no “%s” like the others."
                                        .formatted(focus.placeName(place, scene.names()), through.local()),
                                mapping.cause(scene.names()) + " does nothing when " + focus.name() + " stands there.",
                                new Finding.Place(Finding.Page.MAP, mapping.id(), ""))
                        .with(findings.size() < Replay.MOST ? way(mapping, focus, place, ways, scene) : Way.NONE))
                .ifPresent(findings::add);
    }

    /** The way to where the focus stands at a place and the mapping does nothing there. */
    private static Way way(Mapping mapping, Focus focus, int place, Ways ways, Scene scene) {
        Optional<Ways.Route> to = ways.toHear(List.of(mapping));
        if (to.isEmpty() || focus.several()) {
            return Way.NONE;
        }
        Replay replay = Replay.along(to.get(), List.of(mapping), ways, scene);
        replay.happen(
                "move " + focus.name() + " to " + focus.placeName(place, scene.names()),
                nanos -> new Event.Focused(nanos, focus.id(), focus.places().get(place), 0, false));
        replay.play(mapping, to.get(), ways);
        boolean isNowhere = replay.saw(Considered.class, step -> step.why().contains("no such place"))
                || replay.saw(Refused.class, refused -> refused.why().contains("no such place"));
        return isNowhere ? replay.way() : Way.NONE;
    }
}
