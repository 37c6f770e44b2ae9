package orchard.app.web;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.OpenPage;
import orchard.action.SetOfPage;
import orchard.app.live.EngineRoom;
import orchard.app.live.Learn;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.condition.Always;
import orchard.gear.Choices;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Neighbours;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.MappingCopier;
import orchard.rig.PagesAsFocus;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Parameter pages: a device's parameters in an order of the performer's, to lie under a row of controls. */
@Controller
class ParameterPagesPage {

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    private final Learn learn;
    private final EngineRoom engine;

    ParameterPagesPage(RigKeeper keeper, Names names, Values values, Learn learn, EngineRoom engine) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
        this.learn = learn;
        this.engine = engine;
    }

    /** One place of a page, as it is drawn. */
    record Spot(int place, String key, String title, String label, String value, boolean missing) {}

    /** Something that can be chosen from a list. */
    record Choice(String value, String title) {}

    @GetMapping("/map/pages")
    String page(
            @RequestParam(defaultValue = "") String device, @RequestParam(defaultValue = "") String page, Model model) {
        Rig rig = keeper.rig();
        List<Device> devices = rig.devices().stream()
                .filter(d -> !d.profile().parameters().isEmpty())
                .toList();
        model.addAttribute("devices", devices);
        Optional<Device> chosen = devices.stream()
                .filter(d -> d.id().equals(device))
                .findFirst()
                .or(() -> devices.stream()
                        .filter(d -> !d.profile().choices().parameterPages().isEmpty())
                        .findFirst())
                .or(() -> devices.stream().findFirst());
        chosen.ifPresent(d -> show(d, page, rig, model));
        return "pages/page";
    }

    private void show(Device device, String page, Rig rig, Model model) {
        List<ParameterPage> pages = device.profile().choices().parameterPages();
        model.addAttribute("device", device);
        model.addAttribute("seen", keeper.revision(device.id()));
        model.addAttribute("pages", pages);
        model.addAttribute(
                "tags",
                pages.stream()
                        .flatMap(p -> p.marks().tags().stream())
                        .distinct()
                        .sorted()
                        .toList());
        model.addAttribute("openNow", values.page(Selector.Owner.parameters(device.id())));
        model.addAttribute(
                "rows",
                rig.mappings().stream()
                        .filter(m -> m.actions().onPress().stream()
                                .anyMatch(a -> a instanceof SetOfPage row
                                                && row.device().equals(device.id())
                                        || a instanceof OpenPage open
                                                && open.device().equals(device.id())))
                        .map(m -> new Choice(m.id(), Sentence.of(m, names).text()))
                        .toList());
        model.addAttribute(
                "under",
                under(rig, device.id()).stream()
                        .map(m -> new Choice(m.id(), Sentence.of(m, names).text()))
                        .toList());
        model.addAttribute("controls", Pickers.movers(rig));
        model.addAttribute("buttons", Pickers.buttons(rig));
        Optional<ParameterPage> open = pages.stream()
                .filter(p -> p.id().equals(page))
                .findFirst()
                .or(() -> pages.stream().findFirst());
        open.ifPresent(p -> {
            model.addAttribute("open", p);
            model.addAttribute("openNumber", pages.indexOf(p) + 1);
            Neighbours neighbours = neighbours(device);
            boolean isAlone = neighbours.beside(p).isEmpty();
            model.addAttribute("isAlone", isAlone);
            bank(rig, device, p, model);
            model.addAttribute(
                    "alike",
                    neighbours.likeIt(p).stream().map(ParameterPage::name).toList());
            model.addAttribute(
                    "across",
                    isAlone
                            ? List.of()
                            : p.entries().stream()
                                    .map(entry -> device.profile()
                                            .parameter(entry.parameter())
                                            .orElseThrow())
                                    .map(parameter -> new Choice(parameter.id(), parameter.name()))
                                    .toList());
            model.addAttribute("listening", learn.listensFor(device.id(), p.id()));
            model.addAttribute(
                    "spots",
                    IntStream.range(0, p.entries().size())
                            .mapToObj(i -> spot(device, p.entries().get(i), i))
                            .toList());
            model.addAttribute(
                    "others",
                    device.profile().parameters().stream()
                            .filter(Parameter::settable)
                            .filter(q -> p.entries().stream()
                                    .noneMatch(e -> e.parameter().equals(q.id())))
                            .map(q -> new Choice(q.id(), names.title(device, q)))
                            .toList());
        });
    }

    private Spot spot(Device device, ParameterPage.Entry entry, int place) {
        Optional<Parameter> parameter = device.profile().parameter(entry.parameter());
        String key = new Ref.ToParameter(device.id(), entry.parameter()).key();
        Values.OfParameter value = values.parameters().get(key);
        return new Spot(
                place,
                key,
                parameter.map(p -> names.title(device, p)).orElse(entry.parameter()),
                entry.label(),
                value == null ? "" : value.text(),
                parameter.isEmpty());
    }

    @PostMapping("/map/pages/{device}/new")
    ResponseEntity<Void> add(@PathVariable String device, @RequestParam long seen, @RequestParam String name) {
        return add(
                device,
                seen,
                "Page “" + name.strip() + "” of ",
                owner -> List.of(new ParameterPage("", name.strip(), Marks.NONE, List.of())));
    }

    /** A page like this one for everything that lies beside what it is about. */
    @PostMapping("/map/pages/{device}/{page}/alike")
    ResponseEntity<Void> alike(@PathVariable String device, @PathVariable String page, @RequestParam long seen) {
        return add(device, seen, "Pages like another of ", owner -> {
            ParameterPage like =
                    pages(owner).filter(p -> p.id().equals(page)).findFirst().orElseThrow(Replies::gone);
            List<ParameterPage> made = neighbours(owner).likeIt(like);
            if (made.isEmpty()) {
                throw new Mistake("Whatever lies beside what this page is about has a page like it");
            }
            return made;
        });
    }

    /** A focus over everything that lies beside what a parameter belongs to. */
    @PostMapping("/map/pages/{device}/bank")
    ResponseEntity<Void> bank(@PathVariable String device, @RequestParam String parameter, @RequestParam String width) {
        int many = ClauseActions.count(device, width);
        keeper.commit(rig -> {
            Device owner = rig.device(device).orElseThrow(Replies::gone);
            try {
                Focus focus = neighbours(owner).over(parameter, many, device, rig.freeId("focus"));
                return Edit.add("Add the focus " + focus.name(), new Part.OfFocus(focus));
            } catch (Mistake mistake) {
                throw EditRefused.invalid(device, mistake.field(), mistake.getMessage());
            }
        });
        return Replies.go("/map/foci");
    }

    /** One focus in place of a page and those like it, as it was shown before. */
    @PostMapping("/map/pages/{device}/{page}/focus")
    ResponseEntity<Void> focus(@PathVariable String device, @PathVariable String page, @RequestParam long seen) {
        keeper.commit(device, seen, rig -> {
            Device owner = rig.ownDevice(device).orElseThrow(Replies::gone);
            ParameterPage like =
                    pages(owner).filter(p -> p.id().equals(page)).findFirst().orElseThrow(Replies::gone);
            return PagesAsFocus.of(rig, owner, like)
                    .map(PagesAsFocus::edit)
                    .orElseThrow(() -> EditRefused.invalid(
                            device,
                            "",
                            "This page does not hold one parameter of neighbours, or a focus does it already"));
        });
        return Replies.go("/map/foci");
    }

    /** A sentence that would read otherwise; "" before or after for one that comes or goes. */
    record Turned(String before, String after) {}

    /** What a focus would do in place of the page, and what would become of the sentences. */
    private void bank(Rig rig, Device device, ParameterPage page, Model model) {
        PagesAsFocus.of(rig, device, page).ifPresent(bank -> {
            Rig after = rig.apply(bank.edit());
            model.addAttribute("bank", bank);
            model.addAttribute(
                    "turned",
                    bank.sentences()
                            .map(change -> new Turned(sentence(change.before(), rig), sentence(change.after(), after)))
                            .toList());
        });
    }

    private static String sentence(Part part, Rig rig) {
        return part instanceof Part.OfMapping of
                ? Sentence.of(of.mapping(), rig).text()
                : "";
    }

    private Neighbours neighbours(Device device) {
        return new Neighbours(
                device.profile(), group -> names.groupTitle(device, group.id()).orElse(group.name()));
    }

    private ResponseEntity<Void> add(
            String device, long seen, String label, Function<Device, List<ParameterPage>> making) {
        String[] first = new String[1];
        edit(device, seen, label, owner -> {
            Choices before = owner.profile().choices();
            Choices more = before.withMore(making.apply(owner));
            first[0] = more.parameterPages().get(before.parameterPages().size()).id();
            return more.parameterPages();
        });
        return go(device, first[0]);
    }

    /** Name and tags. */
    @PostMapping("/map/pages/{device}/{page}/name")
    ResponseEntity<Void> name(
            @PathVariable String device,
            @PathVariable String page,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String tags,
            @RequestParam(defaultValue = "false") boolean favourite) {
        return change(
                device, page, seen, p -> p.as(name.strip(), new Marks(favourite, Arrays.asList(tags.split(",")))));
    }

    @PostMapping("/map/pages/{device}/{page}/delete")
    ResponseEntity<Void> delete(@PathVariable String device, @PathVariable String page, @RequestParam long seen) {
        edit(
                device,
                seen,
                "Delete a page of ",
                owner -> pages(owner).filter(p -> !p.id().equals(page)).toList());
        return go(device, "");
    }

    @PostMapping("/map/pages/{device}/{page}/put")
    ResponseEntity<Void> put(
            @PathVariable String device,
            @PathVariable String page,
            @RequestParam long seen,
            @RequestParam String parameter) {
        return change(device, page, seen, p -> {
            List<ParameterPage.Entry> entries = new ArrayList<>(p.entries());
            entries.add(new ParameterPage.Entry(parameter, ""));
            return p.with(entries);
        });
    }

    @PostMapping("/map/pages/{device}/{page}/{place}/label")
    ResponseEntity<Void> label(
            @PathVariable String device,
            @PathVariable String page,
            @PathVariable int place,
            @RequestParam long seen,
            @RequestParam String label) {
        return at(device, page, place, seen, entries -> {
            entries.set(place, new ParameterPage.Entry(entries.get(place).parameter(), label));
            return entries;
        });
    }

    /** Moves a parameter one place to the left or right. */
    @PostMapping("/map/pages/{device}/{page}/{place}/move")
    ResponseEntity<Void> move(
            @PathVariable String device,
            @PathVariable String page,
            @PathVariable int place,
            @RequestParam long seen,
            @RequestParam int by) {
        return at(device, page, place, seen, entries -> {
            int to = Math.max(0, Math.min(entries.size() - 1, place + by));
            entries.add(to, entries.remove(place));
            return entries;
        });
    }

    @PostMapping("/map/pages/{device}/{page}/{place}/remove")
    ResponseEntity<Void> remove(
            @PathVariable String device, @PathVariable String page, @PathVariable int place, @RequestParam long seen) {
        return at(device, page, place, seen, entries -> {
            entries.remove(place);
            return entries;
        });
    }

    /** From now on what is touched goes on this page, or does not any more. */
    @PostMapping("/map/pages/{device}/{page}/listen")
    ResponseEntity<Void> listen(@PathVariable String device, @PathVariable String page, @RequestParam boolean on) {
        if (on) {
            learn.listen(device, page);
        } else {
            learn.on(false);
        }
        return go(device, page);
    }

    /** Lays a device's pages under a row of controls. */
    @PostMapping("/map/pages/{device}/lay")
    ResponseEntity<Void> lay(
            @PathVariable String device, @RequestParam String control, @RequestParam(defaultValue = "8") String count) {
        Device owner = keeper.rig().ownDevice(device).orElseThrow(Replies::gone);
        Ref.ToControl first = ClauseActions.control(device, control);
        int many = ClauseActions.count(device, count);
        keeper.commit(rig -> Edit.add(
                "Lay the pages of " + owner.name() + " under " + names.words(first),
                new Part.OfMapping(
                        mapping(rig, new MappingCopier(rig).run(device, first, many), new SetOfPage(device)))));
        return go(device, "");
    }

    /** Other mappings of the controls under which a device's pages lie: they act at every move, whichever page is open. */
    private static List<Mapping> under(Rig rig, String device) {
        Set<Ref.ToControl> row = rig.mappings().stream()
                .filter(mapping -> isRow(mapping, device))
                .flatMap(mapping -> mapping.when().triggers().stream())
                .collect(Collectors.toSet());
        return rig.mappings().stream()
                .filter(mapping -> mapping.layers().isEmpty()) // those of a layer lie over the pages, and let them be
                .filter(mapping -> mapping.actions().onPress().stream().noneMatch(SetOfPage.class::isInstance))
                .filter(mapping -> mapping.when().triggers().stream().anyMatch(row::contains))
                .toList();
    }

    private static boolean isRow(Mapping mapping, String device) {
        return mapping.actions().onPress().stream()
                .anyMatch(action ->
                        action instanceof SetOfPage row && row.device().equals(device));
    }

    /** Takes mappings away that the controls under the pages had before. */
    @PostMapping("/map/pages/{device}/clear")
    ResponseEntity<Void> clear(@PathVariable String device, @RequestParam(defaultValue = "") List<String> mapping) {
        Edit made = keeper.commit(rig -> {
            List<Edit.Change> changes = under(rig, device).stream()
                    .filter(each -> mapping.contains(each.id()))
                    .map(each -> new Edit.Change(new Part.OfMapping(each), null))
                    .toList();
            if (changes.isEmpty()) {
                throw EditRefused.invalid(device, "mapping", "Tick at least one of the mappings that are listed here");
            }
            return new Edit(
                    "Clear what else lay under the pages of "
                            + keeper.rig().ownDevice(device).map(Device::name).orElse(device),
                    changes);
        });
        return Replies.deleted("/map/pages?device=" + Replies.query(device), made);
    }

    /** Lays a page under the controls now, as a control could. */
    @PostMapping("/map/pages/{device}/{page}/open")
    ResponseEntity<Void> open(@PathVariable String device, @PathVariable String page) {
        keeper.rig()
                .ownDevice(device)
                .filter(d -> d.profile().choices().parameterPages().stream().anyMatch(p -> p.id().equals(page)))
                .orElseThrow(Replies::gone);
        engine.open(device, page);
        return ResponseEntity.noContent().build();
    }

    /** A button goes on to the next page. */
    @PostMapping("/map/pages/{device}/turn")
    ResponseEntity<Void> turn(
            @PathVariable String device,
            @RequestParam String control,
            @RequestParam(defaultValue = "1") int by,
            @RequestParam(defaultValue = "") String tag) {
        Device owner = keeper.rig().ownDevice(device).orElseThrow(Replies::gone);
        Ref.ToControl button = ClauseActions.control(device, control);
        keeper.commit(rig -> Edit.add(
                names.words(button) + " turns the pages of " + owner.name(),
                new Part.OfMapping(mapping(rig, List.of(button), new OpenPage(device, "", by < 0 ? -1 : 1, tag)))));
        return go(device, "");
    }

    private static Mapping mapping(Rig rig, List<Ref.ToControl> triggers, Action action) {
        return new Mapping(
                rig.freeId("m"),
                new When(triggers),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(action)),
                new Show(List.of()));
    }

    private ResponseEntity<Void> at(
            String device, String page, int place, long seen, UnaryOperator<List<ParameterPage.Entry>> change) {
        return change(device, page, seen, p -> {
            if (place < 0 || place >= p.entries().size()) {
                throw new Mistake("There is nothing at that place any more");
            }
            return p.with(change.apply(new ArrayList<>(p.entries())));
        });
    }

    private ResponseEntity<Void> change(String device, String page, long seen, UnaryOperator<ParameterPage> change) {
        edit(
                device,
                seen,
                "Parameter page of ",
                owner -> pages(owner)
                        .map(p -> p.id().equals(page) ? change.apply(p) : p)
                        .toList());
        return go(device, page);
    }

    private static Stream<ParameterPage> pages(Device device) {
        return device.profile().choices().parameterPages().stream();
    }

    private void edit(String id, long seen, String label, Function<Device, List<ParameterPage>> change) {
        keeper.commit(id, seen, rig -> {
            Device device = rig.ownDevice(id).orElseThrow(Replies::gone);
            List<ParameterPage> after;
            try {
                after = change.apply(device);
            } catch (Mistake e) {
                throw EditRefused.invalid(id, "", e.getMessage());
            }
            return Edit.change(
                    label + device.name(),
                    new Part.OfDevice(device),
                    new Part.OfDevice(device.with(
                            device.profile().with(device.profile().choices().withParameterPages(after)))));
        });
    }

    private static ResponseEntity<Void> go(String device, String page) {
        return Replies.go("/map/pages?device=" + Replies.query(device) + "&page=" + Replies.query(page));
    }
}
