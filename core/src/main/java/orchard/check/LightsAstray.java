package orchard.check;

import java.util.List;
import java.util.stream.Collectors;
import orchard.gear.Ref;

/** Lights show something else than they were told: what stands on stage is not what is believed. */
record LightsAstray() implements Finder {

    private static final int NAMED = 4;

    @Override
    public Effect effect() {
        return Effect.SURPRISES;
    }

    @Override
    public String title() {
        return "Lights that show something else";
    }

    @Override
    public List<Finding> look(Scene scene) {
        return scene.rig().devices().stream()
                .map(device -> scene.astray().stream()
                        .filter(light -> light.device().equals(device.id()))
                        .toList())
                .filter(lights -> !lights.isEmpty())
                .map(lights -> new Finding(
                        this,
                        "On " + device(scene, lights.get(0)) + ", "
                                + lights.stream()
                                        .limit(NAMED)
                                        .map(scene.names()::words)
                                        .sorted()
                                        .collect(Collectors.joining(", "))
                                + (lights.size() > NAMED ? " and " + (lights.size() - NAMED) + " more" : "")
                                + (lights.size() == 1 ? " shows" : " show")
                                + " something else than Orchard believes.",
                        "Have the device told again: press Edit beside it.",
                        new Finding.Place(Finding.Page.CONNECT, lights.get(0).device(), "")))
                .toList();
    }

    private static String device(Scene scene, Ref.ToLight light) {
        return scene.rig().device(light.device()).orElseThrow().name();
    }
}
