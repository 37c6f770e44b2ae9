package orchard.check;

import java.util.List;

/** A device is there, but does not answer. */
record Deaf() implements Finder {

    @Override
    public String title() {
        return "Does not answer";
    }

    @Override
    public Effect effect() {
        return Effect.STOPS;
    }

    @Override
    public List<Finding> look(Scene scene) {
        return ofDevices(scene, scene.deaf(), name -> name + " does not answer.", Finding.Page.CONNECT);
    }
}
