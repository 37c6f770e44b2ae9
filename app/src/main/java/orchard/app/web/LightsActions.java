package orchard.app.web;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.demo.ProfileShelf;
import orchard.app.live.LightTrials;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Swatch;
import orchard.light.Light;
import orchard.recognise.LightSearch;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Describe, lights by trying: Orchard sends, and a person says what lit up. */
@Controller
class LightsActions {

    private final RigKeeper keeper;
    private final LightTrials trials;
    private final DeviceEdits edits;
    private final Names names;
    private final Values values;

    LightsActions(RigKeeper keeper, LightTrials trials, DeviceEdits edits, Names names, Values values) {
        this.keeper = keeper;
        this.trials = trials;
        this.edits = edits;
        this.names = names;
        this.values = values;
    }

    /**
     * Controls of a kind, to be marked at once.
     *
     * @param ids with blanks between
     */
    record Pick(String words, String ids) {}

    /** Puts how the search stands into a model. */
    void fill(Device device, Model model) {
        LightSearch search = trials.of(device.id()).orElse(null);
        List<Light> found = search == null ? List.of() : search.lights();
        Set<String> lit = found.stream().map(Light::control).collect(Collectors.toSet());
        Map<Control.Kind, List<String>> byKind = new LinkedHashMap<>();
        device.profile().controls().stream()
                .filter(control -> control.pageNumber() == 1 && !lit.contains(control.id()))
                .forEach(control -> byKind.computeIfAbsent(control.kind(), kind -> new ArrayList<>())
                        .add(control.id()));
        model.addAttribute("step", search == null ? null : search.step());
        model.addAttribute("isTrying", search != null);
        model.addAttribute("found", counts(found));
        model.addAttribute("colours", search == null ? List.of() : search.palette());
        model.addAttribute("known", counts(device.profile().lights()));
        Set<String> among = search == null || search.step() == null
                ? Set.of()
                : search.step().among();
        model.addAttribute(
                "picks",
                among.size() > 1
                        ? List.of(new Pick(
                                "all " + among.size() + " that lit before", String.join(" ", new TreeSet<>(among))))
                        : byKind.entrySet().stream()
                                .map(entry -> new Pick(
                                        entry.getValue().size() == 1
                                                ? "the " + entry.getKey().words()
                                                : "all " + entry.getValue().size() + " "
                                                        + entry.getKey().words() + "s",
                                        String.join(" ", entry.getValue())))
                                .toList());
        model.addAttribute("trialFace", FaceView.of(device, keeper.rig(), names, values));
    }

    /** “16 lights, 8 rings”, or "". */
    private static String counts(List<Light> lights) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        lights.forEach(light -> counts.merge(light.kind().words(), 1, Integer::sum));
        return counts.entrySet().stream()
                .map(entry -> entry.getValue() + " " + entry.getKey() + (entry.getValue() == 1 ? "" : "s"))
                .collect(Collectors.joining(", "));
    }

    private Device device(String id) {
        return keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
    }

    private static ResponseEntity<Void> back(String id) {
        return DeviceEdits.back(id, "lights");
    }

    /** Begins to try. */
    @PostMapping("/describe/{id}/lights/begin")
    ResponseEntity<Void> begin(@PathVariable String id) {
        Device device = device(id);
        List<Light> known = Stream.concat(
                        ProfileShelf.all().values().stream(),
                        keeper.rig().devices().stream().map(Device::profile))
                .flatMap(profile -> profile.lights().stream())
                .toList();
        trials.begin(
                id,
                device.profile().controls(),
                LightSearch.ways(known.stream().map(Light::kind).toList()));
        return back(id);
    }

    /** What lit up. */
    @PostMapping("/describe/{id}/lights/answer")
    ResponseEntity<Void> answer(@PathVariable String id, @RequestParam(defaultValue = "") String lit) {
        device(id);
        trials.answer(
                id,
                Arrays.stream(lit.strip().split("\\s+"))
                        .filter(control -> !control.isEmpty())
                        .collect(Collectors.toSet()));
        return back(id);
    }

    /** This is not tried any further. */
    @PostMapping("/describe/{id}/lights/skip")
    ResponseEntity<Void> skip(@PathVariable String id) {
        trials.skip(id);
        return back(id);
    }

    /** Gives up what was found. */
    @PostMapping("/describe/{id}/lights/end")
    ResponseEntity<Void> end(@PathVariable String id) {
        trials.end(id);
        return back(id);
    }

    /** Makes what was found part of the rig, in one edit. */
    @PostMapping("/describe/{id}/lights/keep")
    ResponseEntity<Void> keep(@PathVariable String id, @RequestParam long seen) {
        LightSearch search = trials.of(id)
                .filter(s -> !s.lights().isEmpty())
                .orElseThrow(
                        () -> EditRefused.invalid(id, "", "No light was found yet. Begin, and mark what lights up."));
        edits.profile(
                id,
                seen,
                "",
                device -> "Describe " + counts(search.lights()) + " of " + device.name(),
                profile -> with(profile, search));
        trials.end(id);
        return DeviceEdits.back(id, "face");
    }

    private static Profile with(Profile profile, LightSearch search) {
        Set<String> again = search.lights().stream().map(Light::id).collect(Collectors.toCollection(HashSet::new));
        List<Light> lights = new ArrayList<>(profile.lights().stream()
                .filter(light -> !again.contains(light.id()))
                .toList());
        lights.addAll(search.lights());
        Profile lit = profile.withLights(lights);
        if (search.palette().isEmpty()) {
            return lit;
        }
        Set<Integer> told = search.palette().stream().map(Swatch::value).collect(Collectors.toSet());
        List<Swatch> palette = new ArrayList<>(lit.traits().palette().stream()
                .filter(swatch -> !told.contains(swatch.value()))
                .toList());
        palette.addAll(search.palette());
        return lit.with(lit.traits().withPalette(palette));
    }
}
