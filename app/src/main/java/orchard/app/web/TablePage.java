package orchard.app.web;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.app.live.Unheard;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.table.ParameterTable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** The parameters of a device as a table: typed, read from a file, or taken from what was heard; and variables, which Orchard keeps. */
@Controller
class TablePage {

    /** The device that has no wire. */
    static final Device VARIABLES =
            new Device("variables", "Variables", "kept by Orchard", new Seat(Wire.NONE, "", ""), Profile.BLANK);

    /** How variables begin: at their default, and where they stood. */
    private static final List<String> KEPT = List.of(new Binding.Kept().words(), new Binding.Kept(true).words());

    private final RigKeeper keeper;
    private final Values values;
    private final Unheard unheard;

    TablePage(RigKeeper keeper, Values values, Unheard unheard) {
        this.keeper = keeper;
        this.values = values;
        this.unheard = unheard;
    }

    /** One parameter, as it is drawn. */
    record Line(int number, String id, String key, ParameterTable.Row row, String law, String value) {}

    @GetMapping("/map/table")
    String page(
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "") String at,
            @RequestParam(defaultValue = "") String address,
            @RequestParam(defaultValue = "") String low,
            @RequestParam(defaultValue = "") String high,
            Model model) {
        Rig rig = keeper.rig();
        List<Device> devices = new ArrayList<>(rig.devices());
        if (rig.ownDevice(VARIABLES.id()).isEmpty()) {
            devices.add(VARIABLES);
        }
        Device chosen = devices.stream()
                .filter(d -> d.id().equals(device))
                .findFirst()
                .or(() -> devices.stream()
                        .filter(d -> !d.profile().parameters().isEmpty())
                        .findFirst())
                .orElse(devices.get(0));
        Profile profile = chosen.profile();
        List<Parameter> all = profile.parameters();
        boolean isInside = chosen.seat().wire() == Wire.NONE;
        Optional<Parameter> selected = profile.parameter(at);
        model.addAttribute("devices", devices);
        model.addAttribute("device", chosen);
        model.addAttribute("isInside", isInside);
        model.addAttribute("kept", KEPT);
        model.addAttribute("seen", keeper.revision(chosen.id()));
        model.addAttribute("at", selected.map(Parameter::id).orElse(""));
        model.addAttribute(
                "lines",
                IntStream.range(0, all.size())
                        .mapToObj(i -> line(chosen, all.get(i), i + 1))
                        .toList());
        model.addAttribute(
                "groups", profile.groups().stream().map(Group::name).distinct().toList());
        model.addAttribute(
                "row",
                selected.map(p -> ParameterTable.Row.of(profile, p))
                        .orElse(new ParameterTable.Row(
                                "", "", isInside ? KEPT.get(0) : address, low, high, "", "", "", "")));
        heard(chosen.id(), model);
        return "table/page";
    }

    private Line line(Device device, Parameter parameter, int number) {
        String key = new Ref.ToParameter(device.id(), parameter.id()).key();
        Values.OfParameter value = values.parameters().get(key);
        return new Line(
                number,
                parameter.id(),
                key,
                ParameterTable.Row.of(device.profile(), parameter),
                parameter.hasNames()
                        ? parameter.count() + " names"
                        : parameter.law().words(),
                value == null ? "" : value.text());
    }

    /** What the device said that nobody listens to. */
    @GetMapping("/map/table/heard")
    String heard(@RequestParam String device, Model model) {
        model.addAttribute("heard", unheard.of(device));
        model.addAttribute("of", device);
        return "table/heard";
    }

    /** A parameter is typed: a new one, or one that is changed. */
    @PostMapping("/map/table/{device}/put")
    ResponseEntity<Void> put(
            @PathVariable String device,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String at,
            @RequestParam(defaultValue = "") String group,
            @RequestParam String name,
            @RequestParam String address,
            @RequestParam(defaultValue = "") String low,
            @RequestParam(defaultValue = "") String high,
            @RequestParam(defaultValue = "") String standard,
            @RequestParam(defaultValue = "") String unit,
            @RequestParam(defaultValue = "") String law,
            @RequestParam(defaultValue = "") String tags) {
        ParameterTable.Row row = new ParameterTable.Row(group, name, address, low, high, standard, unit, law, tags);
        edit(device, seen, "", "Parameter “" + name.strip() + "” of ", before -> ParameterTable.put(before, at, row));
        return go(device);
    }

    @PostMapping("/map/table/{device}/delete")
    ResponseEntity<Void> delete(@PathVariable String device, @RequestParam long seen, @RequestParam String at) {
        edit(device, seen, "", "Delete a parameter of ", before -> ParameterTable.remove(before, at));
        return go(device);
    }

    @GetMapping("/map/table/{device}.csv")
    ResponseEntity<String> csv(@PathVariable String device) {
        Device found = keeper.rig().ownDevice(device).orElseThrow(Replies::gone);
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"parameters-" + found.id().replaceAll("[^\\w-]", "-") + ".csv\"")
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .body(ParameterTable.write(found.profile()));
    }

    /** Reads a table; any line that cannot be used refuses all of it. */
    @PostMapping("/map/table/{device}/csv")
    ResponseEntity<Void> load(@PathVariable String device, @RequestParam long seen, @RequestParam MultipartFile file) {
        String text = Uploads.text(device, file);
        edit(device, seen, "file", "Parameters of ", before -> ParameterTable.read(before, text));
        return go(device);
    }

    private interface Changing {
        Profile change(Profile before);
    }

    private void edit(String id, long seen, String field, String label, Changing changing) {
        keeper.commit(id, seen, rig -> {
            Optional<Device> before = rig.ownDevice(id);
            Device from = before.or(() -> Optional.of(VARIABLES).filter(d -> d.id().equals(id)))
                    .orElseThrow(Replies::gone);
            Profile after;
            try {
                after = changing.change(from.profile());
            } catch (Mistake e) {
                throw EditRefused.invalid(id, field, sentence(e.getMessage()));
            }
            Part changed = new Part.OfDevice(from.with(after));
            return before.<Edit>map(d -> Edit.change(label + d.name(), new Part.OfDevice(d), changed))
                    .orElseGet(() -> Edit.add(label + from.name(), changed));
        });
    }

    private static String sentence(String message) {
        return Character.toUpperCase(message.charAt(0)) + message.substring(1);
    }

    private static ResponseEntity<Void> go(String device) {
        return Replies.go("/map/table?device=" + Replies.query(device));
    }
}
