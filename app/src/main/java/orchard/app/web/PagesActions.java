package orchard.app.web;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import orchard.gear.Clashes;
import orchard.gear.Control;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Pages and banks: groups of controls that change what they send together. */
@Controller
class PagesActions {

    private static final String VIEW = "pages";

    private final DeviceEdits edits;

    PagesActions(DeviceEdits edits) {
        this.edits = edits;
    }

    /** Makes a group of controls that have pages from now on; keys that are called pages choose among them. */
    @PostMapping("/describe/{id}/pages")
    ResponseEntity<Void> group(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam(defaultValue = "") Set<String> control) {
        edits.profile(
                id, seen, "name", device -> "Give " + name.strip() + " of " + device.name() + " pages", profile -> {
                    if (control.isEmpty()) {
                        throw EditRefused.invalid(id, "control", "Which controls? Choose at least one.");
                    }
                    String group = id(profile, name);
                    List<PageGroup> groups = new ArrayList<>(profile.traits().pages());
                    List<String> keys = profile.controls().stream()
                            .filter(c -> c.kind().pressed() && c.name().matches("(?i)(page|bank)\\b.*\\d"))
                            .filter(c -> !control.contains(c.id()))
                            .map(Control::id)
                            .toList();
                    PageGroup.Paging paging = keys.size() > 1 ? PageGroup.Paging.KEYS : PageGroup.Paging.FREE;
                    groups.add(new PageGroup(
                            group, name.strip(), paging, List.of("Page 1"), keys.size() > 1 ? keys : List.of()));
                    return profile.withControls(profile.controls().stream()
                                    .map(c -> control.contains(c.id()) && c.page() == null ? c.onPage(group, 1) : c)
                                    .toList())
                            .with(profile.traits().withPages(groups));
                });
        return DeviceEdits.back(id, VIEW);
    }

    private static String id(Profile profile, String name) {
        String base = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
        String letters = base.isEmpty() ? "group" : base;
        String id = letters;
        for (int i = 2; profile.traits().group(id).isPresent(); i++) {
            id = letters + i;
        }
        return id;
    }

    private static PageGroup group(Profile profile, String group) {
        return profile.traits().group(group).orElseThrow(Replies::gone);
    }

    private static Profile replaced(Profile profile, PageGroup group) {
        return profile.with(profile.traits()
                .withPages(profile.traits().pages().stream()
                        .map(g -> g.id().equals(group.id()) ? group : g)
                        .toList()));
    }

    /** Changes how pages are chosen, and by which keys. */
    @PostMapping("/describe/{id}/pages/{group}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @PathVariable String group,
            @RequestParam long seen,
            @RequestParam PageGroup.Paging paging,
            @RequestParam(defaultValue = "") List<String> key) {
        edits.profile(
                id,
                seen,
                "paging",
                device ->
                        "Change the pages of " + group(device.profile(), group).name() + " of " + device.name(),
                profile -> {
                    PageGroup old = group(profile, group);
                    List<String> keys =
                            key.stream().filter(k -> !k.isEmpty()).distinct().toList();
                    PageGroup with = old.with(paging, keys);
                    if (paging == PageGroup.Paging.KEYS
                            && keys.size() < old.names().size()) {
                        throw EditRefused.invalid(
                                id,
                                "paging",
                                "%d pages need %d page keys, and %d are chosen. Delete pages first, or choose more keys."
                                        .formatted(
                                                old.names().size(), old.names().size(), keys.size()));
                    }
                    return replaced(profile, with);
                });
        return DeviceEdits.back(id, VIEW);
    }

    /** Adds a page that begins as a copy of another. */
    @PostMapping("/describe/{id}/pages/{group}/copy")
    ResponseEntity<Void> copy(
            @PathVariable String id,
            @PathVariable String group,
            @RequestParam long seen,
            @RequestParam int page,
            @RequestParam(defaultValue = "false") boolean renumber) {
        edits.profile(
                id,
                seen,
                "",
                device -> "Copy page " + page + " of "
                        + group(device.profile(), group).name() + " of " + device.name(),
                profile -> {
                    PageGroup old = group(profile, group);
                    if (old.names().size() >= old.most() && old.paging() != PageGroup.Paging.OFF) {
                        throw EditRefused.invalid(
                                id,
                                "",
                                old.paging() == PageGroup.Paging.KEYS
                                        ? "There are %d page keys, so %d pages are all. Let there be as many as you like, or choose more keys."
                                                .formatted(old.most(), old.most())
                                        : "%d pages are all that are kept.".formatted(old.most()));
                    }
                    int number = old.names().size() + 1;
                    List<String> names = new ArrayList<>(old.names());
                    names.add("Page " + number);
                    List<Control> all = new ArrayList<>(profile.controls());
                    Set<String> added = new LinkedHashSet<>();
                    for (Control control : profile.controls()) {
                        if (control.page() != null && control.page().equals(new Control.Page(group, page))) {
                            Control copy = control.onPage(group, number);
                            all.add(copy);
                            added.add(copy.id());
                        }
                    }
                    Profile with = replaced(profile, old.with(names)).withControls(all);
                    return renumber ? with.withControls(Clashes.renumbered(with, added)) : with;
                });
        return DeviceEdits.back(id, VIEW);
    }

    /** Gives all controls of a page numbers of their own, free of clashes. */
    @PostMapping("/describe/{id}/pages/{group}/renumber")
    ResponseEntity<Void> renumber(
            @PathVariable String id, @PathVariable String group, @RequestParam long seen, @RequestParam int page) {
        edits.profile(
                id,
                seen,
                "",
                device -> "Renumber page " + page + " of "
                        + group(device.profile(), group).name() + " of " + device.name(),
                profile -> {
                    Set<String> ids = new LinkedHashSet<>();
                    profile.controls().stream()
                            .filter(c -> new Control.Page(group, page).equals(c.page()))
                            .forEach(c -> ids.add(c.id()));
                    return profile.withControls(Clashes.renumbered(profile, ids));
                });
        return DeviceEdits.back(id, VIEW);
    }

    @PostMapping("/describe/{id}/pages/{group}/name")
    ResponseEntity<Void> name(
            @PathVariable String id,
            @PathVariable String group,
            @RequestParam long seen,
            @RequestParam int page,
            @RequestParam String name) {
        edits.profile(
                id,
                seen,
                "name",
                device -> "Call page " + page + " of "
                        + group(device.profile(), group).name() + " “" + name.strip() + "”",
                profile -> {
                    PageGroup old = group(profile, group);
                    List<String> names = new ArrayList<>(old.names());
                    if (page < 1 || page > names.size()) {
                        throw EditRefused.invalid(id, "name", "There is no page " + page);
                    }
                    names.set(page - 1, name.strip());
                    return replaced(profile, old.with(names));
                });
        return DeviceEdits.back(id, VIEW);
    }

    /** Deletes the last page, or with only one left the group; its controls stay. */
    @PostMapping("/describe/{id}/pages/{group}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @PathVariable String group, @RequestParam long seen) {
        edits.profile(
                id,
                seen,
                "",
                device -> "Delete a page of " + group(device.profile(), group).name() + " of " + device.name(),
                profile -> {
                    PageGroup old = group(profile, group);
                    int last = old.names().size();
                    if (last == 1) {
                        return profile.withControls(profile.controls().stream()
                                        .map(c -> c.page() != null
                                                        && c.page().group().equals(group)
                                                ? new Control(
                                                        c.place(),
                                                        c.name(),
                                                        c.label(),
                                                        c.kind(),
                                                        c.dimensions(),
                                                        c.face(),
                                                        null)
                                                : c)
                                        .toList())
                                .with(profile.traits()
                                        .withPages(profile.traits().pages().stream()
                                                .filter(g -> !g.id().equals(group))
                                                .toList()));
                    }
                    return replaced(profile, old.with(old.names().subList(0, last - 1)))
                            .withControls(profile.controls().stream()
                                    .filter(c -> !new Control.Page(group, last).equals(c.page()))
                                    .toList());
                });
        return DeviceEdits.back(id, VIEW);
    }
}
