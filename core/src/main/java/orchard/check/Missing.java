package orchard.check;

import java.util.ArrayList;
import java.util.List;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.rig.Song;

/** A mapping points at something that is not in the rig. */
record Missing() implements Finder {

    @Override
    public String title() {
        return "Missing";
    }

    @Override
    public Effect effect() {
        return Effect.STOPS;
    }

    @Override
    public boolean ofRig() {
        return true;
    }

    @Override
    public Finding.Page countedOn() {
        return Finding.Page.MAP;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        for (Mapping mapping : scene.rig().mappings()) {
            Fault.of(mapping, scene.names())
                    .ifPresent(fault -> findings.add(new Finding(
                            this,
                            Sentence.of(mapping, scene.names()).text(),
                            fault,
                            new Finding.Place(Finding.Page.MAP, mapping.id(), ""))));
        }

        for (Song song : scene.rig().songs()) {
            song.says().stream()
                    .filter(say -> scene.rig().device(say.device()).isEmpty())
                    .findFirst()
                    .ifPresent(say -> findings.add(new Finding(
                            this,
                            "“" + song.name() + "” says something when it begins.",
                            "It says it to a device that is not in the rig (" + say.device() + ").",
                            new Finding.Place(Finding.Page.SONGS, song.id(), ""))));
        }
        return findings;
    }
}
