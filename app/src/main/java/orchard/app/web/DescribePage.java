package orchard.app.web;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.app.demo.StandInHouse;
import orchard.app.live.Describing;
import orchard.app.live.Memories;
import orchard.app.live.Names;
import orchard.app.live.SignalLog;
import orchard.app.live.Ticker;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.engine.Event;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.DeviceColours;
import orchard.gear.Feel;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.SendMode;
import orchard.light.Light;
import orchard.light.LightKind;
import orchard.mapping.Sentence;
import orchard.outcome.NobodyListens;
import orchard.rig.Rig;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Describe: what controls a device has, what each one sends, how it feels, and what the device itself remembers. */
@Controller
class DescribePage {

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final Ticker ticker;
    private final SignalLog log;
    private final Describing describing;
    private final Memories memories;
    private final TouchPage touch;
    private final LightsActions lights;
    private final DumpsPage dumps;
    private final StandInHouse house;

    DescribePage(
            RigKeeper keeper,
            Names names,
            Values values,
            Ticker ticker,
            SignalLog log,
            Describing describing,
            Memories memories,
            TouchPage touch,
            LightsActions lights,
            DumpsPage dumps,
            StandInHouse house) {
        this.house = house;
        this.lights = lights;
        this.dumps = dumps;
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        this.ticker = ticker;
        this.log = log;
        this.describing = describing;
        this.memories = memories;
        this.touch = touch;
    }

    /**
     * One number of the selected control.
     *
     * @param form what it sends, as fields
     */
    record Sends(String name, String message, String key, String live, SendsForm form) {}

    /** A mapping in a list. */
    record Leads(String id, String sentence) {}

    /**
     * One of the views of a device.
     *
     * @param mark what wants attention there, or ""
     */
    record View(String id, String title, String mark) {}

    /** A group of controls with pages; {@code open} is the page that is shown. */
    record Paged(PageGroup group, int open, int controls, List<Integer> clashing) {}

    /**
     * How controls of a kind feel.
     *
     * @param ids of the controls, with blanks between
     */
    record Felt(Control.Kind kind, String ids, Feel feel, boolean isHit, boolean hasLamps) {}

    @GetMapping("/describe")
    String page(
            @RequestParam(defaultValue = "") String device,
            @RequestParam(defaultValue = "") String control,
            @RequestParam(defaultValue = "") String view,
            Model model) {
        Rig rig = keeper.rig();
        List<Device> devices = rig.devices().stream()
                .filter(d -> !d.seat().wire().inside()) // variables have nothing to describe
                .toList();
        Optional<Device> chosen = devices.stream()
                .filter(d -> d.id().equals(device))
                .findFirst()
                .or(() -> devices.stream()
                        .filter(d -> !d.profile().controls().isEmpty())
                        .findFirst())
                .or(() -> devices.stream().findFirst());
        model.addAttribute("devices", devices);
        model.addAttribute("device", chosen.orElse(null));
        model.addAttribute("sub", "face");
        chosen.ifPresent(d -> fill(d, control, view, rig, model));
        return "describe/page";
    }

    private void fill(Device device, String control, String wanted, Rig rig, Model model) {
        Profile profile = device.profile();
        model.addAttribute("standIn", house.playing(device).orElse(null));
        Optional<Memories.Standing> standing = memories.standing(device);
        List<View> views = views(device, standing);
        boolean blank = profile.controls().isEmpty() && profile.parameters().isEmpty();
        String standard = blank ? "touch" : "face";
        String view = views.stream().anyMatch(v -> v.id().equals(wanted)) ? wanted : standard;
        if (view.equals("touch")) {
            describing.begin(device.id());
            touch.fill(device, model);
        }
        model.addAttribute("views", views);
        model.addAttribute("sub", view);
        model.addAttribute("seen", keeper.revision(device.id()));
        model.addAttribute("standing", standing.orElse(null));
        Map<String, Integer> open = openPages(device, control);
        model.addAttribute("groups", groups(device, open));
        FaceView face = FaceView.of(device, open, rig, names, values);
        model.addAttribute("face", face);
        model.addAttribute("unknown", view.equals("face") ? unknown(device) : List.of());
        model.addAttribute("clusters", profile.choices().clusters());
        Optional<Control> selected = view.equals("touch")
                ? Optional.empty()
                : profile.control(control)
                        .or(() -> face.spots().stream().findFirst().flatMap(spot -> profile.control(spot.id())));
        model.addAttribute("selected", selected.map(Control::id).orElse(""));
        selected.ifPresent(c -> select(device, c, rig, model));
        switch (view) {
            case "lights" -> lights.fill(device, model);
            case "dumps" -> dumps.fill(device, model);
            case "feel" -> model.addAttribute("felt", felt(profile));
            case "pages" -> {
                model.addAttribute(
                        "pageless",
                        profile.controls().stream()
                                .filter(c -> c.page() == null)
                                .toList());
                model.addAttribute("pagings", PageGroup.Paging.values());
            }
            case "colours" -> {
                model.addAttribute("palette", profile.traits().palette());
                model.addAttribute(
                        "lamps",
                        profile.lights().stream().filter(l -> l.kind().onOff()).count());
            }
            default -> {
                // the others need no more
            }
        }
    }

    private static List<View> views(Device device, Optional<Memories.Standing> standing) {
        Profile profile = device.profile();
        List<View> views = new ArrayList<>();
        int clashes = Clashes.of(profile).size();
        views.add(new View("face", "Face", clashes == 0 ? "" : String.valueOf(clashes)));
        views.add(new View("touch", profile.controls().isEmpty() ? "By touch" : "Add by touch", ""));
        if (!profile.controls().isEmpty()) {
            views.add(new View("pages", "Pages", ""));
            views.add(new View("feel", "Feel", ""));
        }
        if (!profile.controls().isEmpty() && device.seat().wire().midi()) {
            views.add(new View("lights", "Lights", ""));
        }
        if (profile.lights().stream().anyMatch(light -> light.kind().onOff())) {
            views.add(new View("colours", "Colours", ""));
        }
        if (device.seat().wire().midi() && !profile.parameters().isEmpty()) {
            views.add(new View("dumps", "Dumps", ""));
        }
        standing.ifPresent(s -> views.add(new View("memory", "Memory", s.wantsAttention() ? "!" : "")));
        views.add(new View("files", "Files and paper", ""));
        return views;
    }

    /** The page each group shows: that of a control that was asked for, otherwise the one that is open on the device. */
    private Map<String, Integer> openPages(Device device, String control) {
        Map<String, Integer> open = new HashMap<>();
        device.profile().traits().pages().forEach(group -> {
            int page = values.page(Selector.Owner.controls(device.id(), group.id()));
            open.put(group.id(), Math.min(page, group.names().size()));
        });
        device.profile()
                .control(control)
                .filter(c -> c.page() != null)
                .ifPresent(c -> open.put(c.page().group(), c.page().number()));
        return open;
    }

    private static List<Paged> groups(Device device, Map<String, Integer> open) {
        Set<String> clashing = Clashes.ids(device.profile());
        return device.profile().traits().pages().stream()
                .map(group -> {
                    List<Integer> pages = device.profile().controls().stream()
                            .filter(c -> c.page() != null && c.page().group().equals(group.id()))
                            .filter(c -> clashing.contains(c.id()) || sharesWithAnotherPage(device, c))
                            .map(Control::pageNumber)
                            .distinct()
                            .toList();
                    int controls = (int) device.profile().controls().stream()
                            .filter(c -> new Control.Page(group.id(), 1).equals(c.page()))
                            .count();
                    return new Paged(group, open.getOrDefault(group.id(), 1), controls, pages);
                })
                .toList();
    }

    /** Whether a page still sends what an earlier one sends, as a fresh copy does. */
    private static boolean sharesWithAnotherPage(Device device, Control control) {
        return control.pageNumber() > 1
                && device.profile()
                        .control(control.place())
                        .filter(first -> first.dimensions().equals(control.dimensions()))
                        .isPresent();
    }

    private static List<Felt> felt(Profile profile) {
        Set<Control.Kind> kinds = new LinkedHashSet<>();
        profile.controls().forEach(control -> kinds.add(control.kind()));
        return kinds.stream()
                .map(kind -> new Felt(
                        kind,
                        profile.controls().stream()
                                .filter(c -> c.kind() == kind)
                                .map(Control::id)
                                .collect(Collectors.joining(" ")),
                        profile.choices().feel(kind),
                        kind == Control.Kind.PAD || kind == Control.Kind.KEY,
                        profile.lights().stream()
                                .anyMatch(light -> light.kind().onOff()
                                        && profile.control(light.control())
                                                .filter(c -> c.kind() == kind)
                                                .isPresent())))
                .toList();
    }

    private void select(Device device, Control control, Rig rig, Model model) {
        model.addAttribute("control", control);
        model.addAttribute("room", ControlActions.room(device, control.id()));
        model.addAttribute(
                "hasDisplay",
                device.profile().lightsOn(control.id()).stream()
                        .anyMatch(l -> l.kind().letters() > 0));
        model.addAttribute("kinds", Control.Kind.values());
        model.addAttribute("messageKinds", SendsForm.KINDS);
        model.addAttribute("presses", SendMode.Press.values());
        model.addAttribute(
                "sends",
                control.dimensions().stream()
                        .map(d -> {
                            String key = new Ref.ToControl(device.id(), control.id(), d.name()).key();
                            Values.OfControl value = values.controls().get(key);
                            return new Sends(
                                    d.name(),
                                    names.noteNames().spelled(d.words()),
                                    key,
                                    value == null ? "–" : value.message(),
                                    SendsForm.of(d, rig.settings().noteNames()));
                        })
                        .toList());
        model.addAttribute(
                "lights",
                device.profile().lightsOn(control.id()).stream()
                        .map(Light::kind)
                        .map(LightKind::words)
                        .toList());
        DeviceColours colours = new DeviceColours(device);
        model.addAttribute(
                "itsLights",
                device.profile().lightsOn(control.id()).stream()
                        .map(light -> LightView.now(device, colours, light, values))
                        .toList());
        model.addAttribute(
                "leads",
                rig.mappings().stream()
                        .filter(m -> m.when().triggers().stream()
                                .anyMatch(t -> t.device().equals(device.id())
                                        && t.control().equals(control.id())))
                        .map(m -> new Leads(m.id(), Sentence.of(m, names).text()))
                        .toList());
        model.addAttribute(
                "clash",
                Clashes.of(device.profile()).stream()
                        .filter(clash -> clash.controls().contains(control))
                        .findFirst()
                        .map(clash -> names.noteNames().spelled(clash.slot().words()) + " is also sent by "
                                + String.join(
                                        " and ",
                                        clash.controls().stream()
                                                .filter(other -> other != control)
                                                .map(Control::name)
                                                .toList()))
                        .orElse(""));
    }

    /** What came from a device and no control of it sends; newest first. */
    /** Whether a control sends such a message by now: what was heard before it was described is no riddle any more. */
    private static boolean isDescribed(Device device, Message message) {
        Object key = message instanceof OscMessage osc
                ? osc.address()
                : message instanceof MidiMessage midi ? midi.key() >= 0 ? midi.key() : midi.otherKey() : null;
        return key != null
                && device.profile().controls().stream()
                        .flatMap(control -> control.dimensions().stream())
                        .anyMatch(dimension -> dimension.pattern().keys().contains(key));
    }

    private List<Ticker.Row> unknown(Device device) {
        return ticker.rows().stream()
                .filter(row -> row.kind() == Ticker.Kind.UNHEARD)
                .filter(row -> log.trace(row.trace())
                        .filter(trace -> trace.first(NobodyListens.class) != null
                                && trace.event() instanceof Event.Arrived arrived
                                && arrived.device().equals(device.id())
                                && !isDescribed(device, arrived.message()))
                        .isPresent())
                .limit(12)
                .toList();
    }
}
