package orchard.app.web;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.app.store.RigKeeper;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Arranging a face: places, sizes, groups, copies. */
@Controller
class FaceActions {

    private static final double LARGEST = 400;
    private static final double SMALLEST = 1;

    private final RigKeeper keeper;
    private final DeviceEdits edits;

    FaceActions(RigKeeper keeper, DeviceEdits edits) {
        this.keeper = keeper;
        this.edits = edits;
    }

    /**
     * Puts controls elsewhere, whatever was done to them meanwhile: hands move faster than pages are drawn, and undo is near.
     *
     * @param face one a control: {@code id x y width height}, in grid units
     */
    @PostMapping("/describe/{id}/faces")
    ResponseEntity<Void> faces(
            @PathVariable String id, @RequestParam List<String> face, @RequestParam(defaultValue = "") String what) {
        Map<String, Control.Face> faces = new HashMap<>();
        for (String one : face) {
            String[] parts = one.split(" ");
            if (parts.length != 5) {
                throw EditRefused.invalid(id, "", "Expected id, x, y, width and height, not “" + one + "”");
            }
            faces.put(
                    parts[0],
                    new Control.Face(
                            number(id, parts[1], 0, LARGEST),
                            number(id, parts[2], 0, LARGEST),
                            number(id, parts[3], SMALLEST, LARGEST),
                            number(id, parts[4], SMALLEST, LARGEST)));
        }
        edits.profile(
                id,
                device -> (what.matches("[A-Za-z ]{1,30}") ? what : "Move") + " "
                        + (faces.size() == 1
                                ? device.profile()
                                        .control(faces.keySet().iterator().next())
                                        .map(Control::name)
                                        .orElse("a control")
                                : faces.size() + " controls")
                        + " of " + device.name(),
                // all pages of a control sit at one place
                profile -> {
                    Map<String, Control.Face> byPlace = new HashMap<>();
                    faces.forEach((control, at) -> byPlace.put(Control.placeOf(control), at));
                    return profile.withControls(profile.controls().stream()
                            .map(c -> byPlace.containsKey(c.place()) ? c.at(byPlace.get(c.place())) : c)
                            .toList());
                });
        return ResponseEntity.noContent().build();
    }

    private static double number(String id, String text, double low, double high) {
        try {
            double number = Double.parseDouble(text);
            if (Double.isFinite(number)) {
                return Math.max(low, Math.min(high, Math.rint(number * 10) / 10));
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw EditRefused.invalid(id, "", "“" + text + "” is no place on the face");
    }

    @PostMapping("/describe/{id}/remove")
    ResponseEntity<Void> remove(@PathVariable String id, @RequestParam long seen, @RequestParam List<String> control) {
        edits.profile(
                id,
                seen,
                "",
                device -> "Delete "
                        + (control.size() == 1
                                ? device.profile()
                                        .control(control.get(0))
                                        .map(Control::name)
                                        .orElse("a control")
                                : control.size() + " controls")
                        + " of " + device.name(),
                profile -> {
                    Set<String> places = new HashSet<>();
                    control.forEach(c -> places.add(Control.placeOf(c)));
                    Profile less = profile.withControls(profile.controls().stream()
                            .filter(c -> !places.contains(c.place()))
                            .toList());
                    return less.withLights(profile.lights().stream()
                            .filter(light -> !places.contains(light.control()))
                            .toList());
                });
        return DeviceEdits.back(id, "");
    }

    /**
     * Puts copies of controls beside what is there, with other numbers.
     *
     * @param from id of the device they are copied from
     */
    @PostMapping("/describe/{id}/paste")
    ResponseEntity<Void> paste(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String from,
            @RequestParam List<String> control) {
        Device source = keeper.rig().ownDevice(from).orElseThrow(Replies::gone);
        List<Control> originals = control.stream()
                .flatMap(c -> source.profile().control(c).stream())
                .toList();
        if (originals.isEmpty()) {
            throw EditRefused.invalid(id, "", "What was copied is not there any more.");
        }
        edits.profile(
                id,
                seen,
                "",
                device -> "Paste "
                        + (originals.size() == 1 ? originals.get(0).name() : originals.size() + " controls") + " into "
                        + device.name(),
                profile -> pasted(profile, originals));
        return DeviceEdits.back(id, "");
    }

    private static Profile pasted(Profile profile, List<Control> originals) {
        Set<String> ids = new HashSet<>();
        Set<String> names = new HashSet<>();
        double bottom = 0;
        for (Control control : profile.controls()) {
            ids.add(control.id());
            names.add(control.name());
            bottom = Math.max(bottom, control.face().y() + control.face().height());
        }
        double left = originals.stream().mapToDouble(c -> c.face().x()).min().orElse(0);
        double top = originals.stream().mapToDouble(c -> c.face().y()).min().orElse(0);
        List<Control> all = new ArrayList<>(profile.controls());
        Set<String> added = new LinkedHashSet<>();
        for (Control original : originals) {
            String letters = original.place().replaceFirst("\\d+$", "");
            int number = 1;
            while (!ids.add(letters + number)) {
                number++;
            }
            String base = original.name().replaceFirst(" \\d+$", "");
            String name = original.name();
            for (int i = 2; !names.add(name); i++) {
                name = base + " " + i;
            }
            Control.Face face = new Control.Face(
                    original.face().x() - left + 1,
                    original.face().y() - top + bottom + 2,
                    original.face().width(),
                    original.face().height());
            all.add(new Control(
                    letters + number, name, original.label(), original.kind(), original.dimensions(), face, null));
            added.add(letters + number);
        }
        Profile with = profile.withControls(all);
        return with.withControls(Clashes.renumbered(with, added));
    }

    /** Lets controls be picked together from now on, or each alone again. */
    @PostMapping("/describe/{id}/cluster")
    ResponseEntity<Void> cluster(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam List<String> control,
            @RequestParam boolean together) {
        edits.profile(
                id,
                seen,
                "",
                device -> (together ? "Group " : "Ungroup ") + control.size() + " controls of " + device.name(),
                profile -> {
                    List<List<String>> clusters = new ArrayList<>();
                    for (List<String> cluster : profile.choices().clusters()) {
                        List<String> rest = cluster.stream()
                                .filter(c -> !control.contains(c))
                                .toList();
                        if (rest.size() > 1) {
                            clusters.add(rest);
                        }
                    }
                    if (together && control.size() > 1) {
                        clusters.add(control.stream().distinct().toList());
                    }
                    return profile.with(profile.choices().withClusters(clusters));
                });
        return DeviceEdits.back(id, "");
    }
}
