package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.app.live.DumpsHeard;
import orchard.app.live.EngineRoom;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Dump;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.recognise.DumpSearch;
import orchard.rig.EditRefused;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.Packing;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a device tells of its parameters in its dumps, and how to find out what stands where in them. */
@Controller
class DumpsPage {

    private static final String VIEW = "dumps";
    private static final int MOST_BYTES = 256;

    private final RigKeeper keeper;
    private final DeviceEdits edits;
    private final DumpsHeard heard;
    private final EngineRoom engine;
    private final Names names;

    DumpsPage(RigKeeper keeper, DeviceEdits edits, DumpsHeard heard, EngineRoom engine, Names names) {
        this.keeper = keeper;
        this.edits = edits;
        this.heard = heard;
        this.engine = engine;
        this.names = names;
    }

    /**
     * A dump whose places are known.
     *
     * @param ask what asks for it, in words
     * @param after titles of the parameters after which it is asked for, with commas
     * @param taken whether presets are told with it
     */
    record Known(
            String name,
            String head,
            int length,
            boolean checked,
            String ask,
            String after,
            boolean taken,
            List<Told> places) {}

    /** A parameter in it. */
    record Told(String parameter, String title, String where, String packing) {}

    /** A byte of the last dump that was heard; its sort is what it is, in a word. */
    record Heard(String hex, String sort, String title) {}

    /** A number that moved, and the parameter that stands there already, or "". */
    record Moved(DumpSearch.Moved moved, String where, String title) {}

    @GetMapping("/describe/{id}/dumps")
    String state(@PathVariable String id, Model model) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        model.addAttribute("device", device);
        model.addAttribute("seen", keeper.revision(id));
        fill(device, model);
        return "describe/dumps :: found";
    }

    /** Puts what is known of a device's dumps into a model. */
    void fill(Device device, Model model) {
        List<Dump> dumps = device.profile().traits().dumps();
        Map<String, String> titles = titles(device);
        model.addAttribute(
                "dumps",
                dumps.stream()
                        .filter(DumpsPage::isWhole)
                        .map(dump -> known(dump, titles))
                        .toList());
        model.addAttribute(
                "singles", dumps.stream().filter(dump -> !isWhole(dump)).count());
        model.addAttribute("parameterTitles", titles.values());
        model.addAttribute("packings", Packing.values());
        Optional<DumpSearch> search = DumpSearch.of(heard.of(device.id()));
        model.addAttribute("search", search.orElse(null));
        search.ifPresent(found -> {
            Optional<Dump> known = matching(device.profile(), found);
            model.addAttribute("bytes", bytes(found, known, titles));
            model.addAttribute(
                    "moved",
                    found.moved().stream()
                            .map(one -> new Moved(
                                    one,
                                    where(one.at(), one.packing()),
                                    known.flatMap(dump -> at(dump, one))
                                            .map(place -> titles.getOrDefault(place.parameter(), ""))
                                            .orElse("")))
                            .toList());
        });
    }

    /** Whether it tells more than what one knob of the device was just turned to. */
    private static boolean isWhole(Dump dump) {
        return dump.places().size() != 1 || !dump.ask().isEmpty();
    }

    private Map<String, String> titles(Device device) {
        Map<String, String> titles = new LinkedHashMap<>();
        for (Parameter parameter : device.profile().parameters()) {
            String title = names.title(device, parameter);
            titles.put(parameter.id(), titles.containsValue(title) ? title + " (" + parameter.id() + ")" : title);
        }
        return titles;
    }

    private static Known known(Dump dump, Map<String, String> titles) {
        return new Known(
                dump.name(),
                dump.head(),
                dump.length(),
                dump.checksum() != null,
                dump.ask().stream().map(Message::words).collect(Collectors.joining(", ")),
                dump.after().stream().map(id -> titles.getOrDefault(id, id)).collect(Collectors.joining(", ")),
                dump.taken(),
                dump.places().stream()
                        .map(place -> new Told(
                                place.parameter(),
                                titles.getOrDefault(place.parameter(), place.parameter()),
                                where(place.at(), place.packing()),
                                place.packing().words()))
                        .toList());
    }

    private static String where(int at, Packing packing) {
        return packing.size() == 1 ? String.valueOf(at + 1) : (at + 1) + "–" + (at + packing.size());
    }

    private static Optional<Dump> matching(Profile profile, DumpSearch search) {
        return profile.traits().dumps().stream()
                .filter(dump ->
                        dump.length() == search.last().length() && search.last().startsWith(dump.start()))
                .findFirst();
    }

    private static Optional<Dump.Place> at(Dump dump, DumpSearch.Moved moved) {
        Dump.Place there = new Dump.Place("", moved.at(), moved.packing(), false);
        return dump.places().stream().filter(place -> place.overlaps(there)).findFirst();
    }

    private static List<Heard> bytes(DumpSearch search, Optional<Dump> known, Map<String, String> titles) {
        MidiMessage.SysEx last = search.last();
        int head = (search.head().length() + 1) / 3;
        return IntStream.range(0, Math.min(last.length(), MOST_BYTES))
                .mapToObj(i -> {
                    DumpSearch.Moved here = new DumpSearch.Moved(i, Packing.SEVEN, 0, 0);
                    Optional<Dump.Place> place = known.flatMap(dump -> at(dump, here));
                    boolean moved = search.moved().stream()
                            .anyMatch(one -> i >= one.at()
                                    && i < one.at() + one.packing().size());
                    boolean sum = search.checksum() != null && search.checksum().at() == i;
                    String sort = sum ? "sum" : moved ? "moved" : i < head ? "head" : place.isPresent() ? "told" : "";
                    String title = sum
                            ? "checksum"
                            : place.map(one -> titles.getOrDefault(one.parameter(), one.parameter()))
                                    .orElse(i < head ? "how it begins" : "");
                    return new Heard(
                            "%02X".formatted(last.at(i)),
                            sort,
                            "Byte " + (i + 1) + (title.isEmpty() ? "" : ": " + title));
                })
                .toList();
    }

    /** Asks the device for a dump: by the message that was typed. */
    @PostMapping("/describe/{id}/dumps/ask")
    ResponseEntity<Void> ask(@PathVariable String id, @RequestParam String ask) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        engine.say(device.id(), question(id, ask), "question for a dump");
        return ResponseEntity.noContent().build();
    }

    private Message question(String id, String typed) {
        try {
            Message message =
                    MessageText.parse(typed.strip(), keeper.rig().settings().noteNames());
            if (message instanceof MidiMessage) {
                return message;
            }
        } catch (MessageText.NotUnderstood e) {
            throw EditRefused.invalid(id, "ask", e.getMessage());
        }
        throw EditRefused.invalid(id, "ask", "This one speaks MIDI; expected bytes, like F0 7D 04 40 F7");
    }

    /** A number that moved is a parameter: its place is kept in the dump that was heard last. */
    @PostMapping("/describe/{id}/dumps/place")
    ResponseEntity<Void> place(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String parameter,
            @RequestParam int at,
            @RequestParam Packing packing,
            @RequestParam(defaultValue = "") String ask) {
        DumpSearch search = DumpSearch.of(heard.of(id))
                .orElseThrow(() -> EditRefused.invalid(id, "parameter", "No dump of it was heard since Orchard began"));
        List<Message> question = ask.isBlank() ? List.of() : List.of(question(id, ask));
        edits.profile(
                id,
                seen,
                "parameter",
                device -> "Find " + parameter.strip() + " in the dump of " + device.name(),
                profile -> {
                    Parameter chosen = parameter(id, profile, parameter);
                    Dump dump = matching(profile, search).orElseGet(() -> fresh(profile, search));
                    // as it is set: programs are counted, controllers are spread over their range
                    boolean plain = chosen.binding() instanceof Binding.Program;
                    Dump placed = dump.with(search.checksum() == null ? dump.checksum() : search.checksum())
                            .with(new Dump.Place(chosen.id(), at, packing, plain));
                    return profile.with(profile.traits().with(question.isEmpty() ? placed : placed.ask(question)));
                });
        return DeviceEdits.back(id, VIEW);
    }

    private static Dump fresh(Profile profile, DumpSearch search) {
        int number = 1;
        while (profile.traits().dump(name(number)).isPresent()) {
            number++;
        }
        return new Dump(name(number), search.head(), search.last().length(), List.of(), List.of(), null, List.of(), 20);
    }

    private static String name(int number) {
        return number == 1 ? "patch dump" : "dump " + number;
    }

    private Parameter parameter(String id, Profile profile, String typed) {
        Device device = keeper.rig().ownDevice(id).orElseThrow(Replies::gone);
        String wanted = typed.strip();
        return titles(device).entrySet().stream()
                .filter(one -> one.getValue().equalsIgnoreCase(wanted))
                .findFirst()
                .flatMap(one -> profile.parameter(one.getKey()))
                .orElseThrow(() -> new Mistake(
                        "parameter",
                        wanted.isEmpty()
                                ? "Which parameter was it? Begin to type its name and choose it"
                                : "No parameter of " + device.name() + " is called “" + wanted + "”"));
    }

    /** What asks for a dump, and after which parameters it is asked for. */
    @PostMapping("/describe/{id}/dumps/{name}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @PathVariable String name,
            @RequestParam long seen,
            @RequestParam String ask,
            @RequestParam String after,
            @RequestParam(defaultValue = "false") boolean taken) {
        List<Message> question = ask.isBlank() ? List.of() : List.of(question(id, ask));
        return changed(id, seen, name, "Change how the " + name + " is asked for", profile -> {
            List<String> chosen = new ArrayList<>();
            for (String one : after.split(",")) {
                if (!one.isBlank()) {
                    chosen.add(parameter(id, profile, one).id());
                }
            }
            Dump dump = profile.traits().dump(name).orElseThrow(Replies::gone);
            return profile.with(
                    profile.traits().with(dump.ask(question).after(chosen).taken(taken)));
        });
    }

    @PostMapping("/describe/{id}/dumps/{name}/forget")
    ResponseEntity<Void> forget(
            @PathVariable String id,
            @PathVariable String name,
            @RequestParam long seen,
            @RequestParam String parameter) {
        return changed(
                id,
                seen,
                name,
                "Forget a place in the " + name,
                profile -> profile.with(profile.traits()
                        .with(profile.traits()
                                .dump(name)
                                .orElseThrow(Replies::gone)
                                .without(parameter))));
    }

    @PostMapping("/describe/{id}/dumps/{name}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @PathVariable String name, @RequestParam long seen) {
        return changed(
                id,
                seen,
                name,
                "Delete the " + name,
                profile -> profile.with(profile.traits()
                        .withDumps(profile.traits().dumps().stream()
                                .filter(dump -> !dump.name().equals(name))
                                .toList())));
    }

    private ResponseEntity<Void> changed(
            String id, long seen, String name, String label, Function<Profile, Profile> change) {
        edits.profile(id, seen, "after", device -> label + " of " + device.name(), change);
        return DeviceEdits.back(id, VIEW);
    }
}
