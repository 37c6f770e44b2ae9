package orchard.app.web;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.action.HoldNotes;
import orchard.app.live.Names;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.check.LaidOnto;
import orchard.gear.Device;
import orchard.gear.Feel;
import orchard.mapping.Route;
import orchard.mistake.Mistake;
import orchard.parameter.Typed;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Map: what no sentence took, passed on from device to device. */
@Controller
class RoutesPage {

    private final RigKeeper keeper;
    private final Names names;
    private final PortRoom ports;

    RoutesPage(RigKeeper keeper, Names names, PortRoom ports) {
        this.keeper = keeper;
        this.names = names;
        this.ports = ports;
    }

    /** @param route id of the one that stands as a sentence below; the first if there is none of it */
    @GetMapping("/map/routes")
    String page(@RequestParam(defaultValue = "") String route, Model model) {
        Rig rig = keeper.rig();
        Set<String> present = ports.present();
        List<Device> devices = rig.gear().stream()
                .filter(device -> device.seat().wire().midi())
                .toList();
        Set<String> absent = rig.gear().stream()
                .map(Device::id)
                .filter(id -> !present.contains(id))
                .collect(Collectors.toSet());
        List<Route> routes = rig.routes();
        Route chosen = routes.stream()
                .filter(one -> one.id().equals(route))
                .findFirst()
                .orElse(routes.isEmpty() ? null : routes.get(0));
        model.addAttribute("devices", devices);
        model.addAttribute(
                "all", rig.gear().stream().filter(RoutesView::isShown).toList());
        model.addAttribute("made", Route.CLOCK_MADE_HERE);
        model.addAttribute("picture", RoutesView.of(rig, names, absent, chosen == null ? "" : chosen.id()));
        model.addAttribute("chosen", chosen);
        model.addAttribute(
                "faulty",
                routes.stream().filter(one -> one.fault(rig).isPresent()).toList());
        model.addAttribute("directory", names);
        model.addAttribute("kinds", Route.Kind.values());
        model.addAttribute("touches", Feel.Curve.NAMED);
        model.addAttribute(
                "channelNumbers", IntStream.rangeClosed(1, 16).boxed().toList());
        if (chosen != null) {
            model.addAttribute("seen", keeper.revision(chosen.id()));
            model.addAttribute("fault", chosen.fault(rig).orElse(""));
            model.addAttribute("lowest", names.noteNames().name(chosen.passes().lowest()));
            model.addAttribute("highest", names.noteNames().name(chosen.passes().highest()));
            model.addAttribute(
                    "channels",
                    chosen.passes().channels().stream().map(String::valueOf).collect(Collectors.joining(", ")));
            model.addAttribute("claviature", RoutesView.keys(rig, chosen, names));
        }
        return "routes/page";
    }

    /** A route between two that speak MIDI; where one speaks OSC, all it says or is told is carried over in sentences. */
    @PostMapping("/map/routes")
    ResponseEntity<Void> make(@RequestParam String from, @RequestParam String to) {
        boolean isOfOsc = Stream.of(from, to)
                .flatMap(id -> keeper.rig().ownDevice(id).stream())
                .anyMatch(device -> device.seat().wire().addressed());
        if (isOfOsc) {
            return laid(from, to);
        }
        Edit edit = keeper.commit(rig -> {
            try {
                Route route = Route.all(rig.freeId("route"), from, to);
                route.fault(rig).ifPresent(fault -> {
                    throw new Mistake("to", fault);
                });
                return Edit.add("Pass on from " + name(rig, from) + " to " + name(rig, to), new Part.OfRoute(route));
            } catch (Mistake mistake) {
                throw EditRefused.invalid("", mistake.field(), mistake.getMessage());
            }
        });
        return shown(edit.changes().get(0).id());
    }

    private ResponseEntity<Void> laid(String from, String to) {
        Edit edit = keeper.commit(rig -> {
            try {
                return LaidOnto.of(rig, from, to);
            } catch (Mistake mistake) {
                throw EditRefused.invalid("", mistake.field(), mistake.getMessage());
            }
        });
        return Replies.go("/map?mapping="
                + Replies.query(edit.changes().get(edit.changes().size() - 1).id()));
    }

    /**
     * The fields of the sentence.
     *
     * @param lowest a note, by number or name
     * @param channels those that are passed, with commas; none for any
     * @param channel on which it is passed on, 0 for that on which it came
     * @param touch a velocity curve by its name
     * @param apart in ms
     */
    record Fields(
            String from,
            String to,
            List<Route.Kind> kind,
            String lowest,
            String highest,
            String channels,
            int channel,
            String transpose,
            String touch,
            String apart,
            boolean mapped) {

        Fields {
            from = from == null ? "" : from;
            to = to == null ? "" : to;
            lowest = lowest == null ? "" : lowest;
            highest = highest == null ? "" : highest;
            channels = channels == null ? "" : channels;
            transpose = transpose == null ? "0" : transpose;
            apart = apart == null ? "0" : apart;
        }
    }

    @PostMapping("/map/routes/{id}")
    ResponseEntity<Void> change(@PathVariable String id, @RequestParam long seen, @ModelAttribute Fields fields) {
        keeper.commit(id, seen, rig -> {
            Route before = route(rig, id);
            try {
                Route after = fields.from().equals(Route.CLOCK_MADE_HERE)
                        ? Route.all(id, fields.from(), fields.to())
                        : new Route(
                                id,
                                fields.from(),
                                fields.to(),
                                new Route.Passes(
                                        fields.kind(),
                                        HoldNotes.channels(fields.channels()),
                                        note("lowest", fields.lowest(), rig),
                                        note("highest", fields.highest(), rig)),
                                new Route.Changes(
                                        fields.channel(),
                                        whole("transpose", fields.transpose(), "semitones"),
                                        Feel.Curve.NAMED.stream()
                                                .filter(curve -> curve.name().equals(fields.touch()))
                                                .findFirst()
                                                .orElse(before.changes().touch()),
                                        whole("apart", fields.apart(), "ms")),
                                fields.mapped());
                return Edit.change(
                        "Change what goes from " + name(rig, after.from()) + " to " + name(rig, after.to()),
                        new Part.OfRoute(before),
                        new Part.OfRoute(after));
            } catch (Mistake mistake) {
                throw EditRefused.invalid(id, mistake.field(), mistake.getMessage());
            }
        });
        return shown(id);
    }

    private static int note(String field, String typed, Rig rig) {
        return rig.noteNames().note(typed).orElseThrow(() -> new Mistake(field, "expected a note, such as C4 or 60"));
    }

    private static int whole(String field, String typed, String unit) {
        double number = Typed.of(field, typed).number(field);
        if (number != Math.rint(number) || Math.abs(number) > 1_000) {
            throw new Mistake(field, "expected a whole number of " + unit);
        }
        return (int) number;
    }

    /** A second one like it, to stack another device or another part of the keys. */
    @PostMapping("/map/routes/{id}/again")
    ResponseEntity<Void> again(@PathVariable String id) {
        Edit edit = keeper.commit(rig -> {
            Route like = route(rig, id);
            return Edit.add(
                    "Pass on once more from " + name(rig, like.from()) + " to " + name(rig, like.to()),
                    new Part.OfRoute(new Route(
                            rig.freeId("route"),
                            like.from(),
                            like.to(),
                            like.passes(),
                            like.changes(),
                            like.mapped())));
        });
        return shown(edit.changes().get(0).id());
    }

    @PostMapping("/map/routes/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Route route = route(rig, id);
            return Edit.remove(
                    "Delete what goes from " + name(rig, route.from()) + " to " + name(rig, route.to()),
                    new Part.OfRoute(route));
        });
        return Replies.deleted("/map/routes", made);
    }

    private static ResponseEntity<Void> shown(String id) {
        return Replies.go("/map/routes?route=" + Replies.query(id));
    }

    private static Route route(Rig rig, String id) {
        return rig.routes().stream()
                .filter(route -> route.id().equals(id))
                .findFirst()
                .orElseThrow(Replies::gone);
    }

    private static String name(Rig rig, String device) {
        if (device.equals(Route.CLOCK_MADE_HERE)) {
            return device;
        }
        return rig.device(device).map(Device::name).orElse("a device that is gone");
    }
}
