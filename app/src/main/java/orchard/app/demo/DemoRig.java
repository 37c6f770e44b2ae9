package orchard.app.demo;

import jakarta.annotation.PostConstruct;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import orchard.app.OrchardSettings;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Targets;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.RigFile;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** The rig of <em>The Tide Clock</em>, put into an empty home the first time the demo starts. */
@Component
final class DemoRig {

    private final OrchardSettings settings;
    private final RigKeeper keeper;
    private final StandInHouse house;

    DemoRig(OrchardSettings settings, RigKeeper keeper, StandInHouse house) {
        this.settings = settings;
        this.keeper = keeper;
        this.house = house;
    }

    @PostConstruct
    void load() {
        if (!settings.demo()) {
            return;
        }
        Map<String, String> places = Map.of(
                "wherry", "127.0.0.1:" + house.wherryPort(),
                "loft", "127.0.0.1:" + house.loftPort());
        if (keeper.revision() == 0) {
            keeper.load(new Edit(
                    "Load the demo rig",
                    parts().stream()
                            .map(part -> part instanceof Part.OfDevice of && places.containsKey(of.id())
                                    ? listening(of.device(), places.get(of.id()))
                                    : part)
                            .map(part -> new Edit.Change(null, part))
                            .toList()));
        }
        places.forEach(this::seat);
    }

    private static Part listening(Device device, String at) {
        return new Part.OfDevice(new Device(
                device.id(),
                device.name(),
                device.role(),
                device.seat().at(device.seat().in(), at),
                device.profile()));
    }

    /** A stand-in may listen on another port than last time. */
    private void seat(String id, String at) {
        keeper.rig().ownDevice(id).ifPresent(device -> {
            Targets now = Targets.read(device.seat().out()).orElse(new Targets(List.of()));
            if (!now.has(at)) {
                keeper.load(Edit.change(
                        device.name() + " listens at " + at,
                        new Part.OfDevice(device),
                        listening(device, now.movedTo(at).text())));
            }
        });
    }

    /** The parts in {@code demo/rig.json}. */
    private static List<Part> parts() {
        try {
            return RigFile.read(
                    new ClassPathResource("demo/rig.json").getContentAsString(StandardCharsets.UTF_8),
                    ProfileShelf.all()::get);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
