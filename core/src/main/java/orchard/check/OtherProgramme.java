package orchard.check;

import java.util.List;

/** A device's memory holds something else than the rig says. */
record OtherProgramme() implements Finder {

    @Override
    public String title() {
        return "Other programme";
    }

    @Override
    public Effect effect() {
        return Effect.SURPRISES;
    }

    @Override
    public Finding.Page countedOn() {
        return Finding.Page.DESCRIBE;
    }

    @Override
    public List<Finding> look(Scene scene) {
        return ofDevices(
                scene,
                scene.memories(),
                name -> "The memory of " + name + " and the rig do not agree.",
                Finding.Page.MEMORY);
    }
}
