package orchard.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.mapping.Sentence;

/** A mapping goes round and round through devices, and was muted. */
record Loop() implements Finder {

    @Override
    public String title() {
        return "Goes round without end";
    }

    @Override
    public Effect effect() {
        return Effect.STOPS;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        scene.loops()
                .forEach((id, why) -> scene.rig()
                        .mapping(id)
                        .ifPresent(found -> findings.add(new Finding(
                                this,
                                Sentence.of(found, scene.rig()).text(),
                                why,
                                new Finding.Place(Finding.Page.MAP, id, ""),
                                Optional.of(new Finding.Fix("Let it act again", Finding.Remedy.FREE, id, ""))))));
        return findings;
    }
}
