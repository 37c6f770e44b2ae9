package orchard.text;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;

/**
 * What a text makes of a rig: it is looked at first, and is one edit then.
 *
 * @param changes what would become another, in the order of the text; those that go away last
 * @param problems what cannot be read; as long as there is one, nothing is changed
 */
public record Revision(List<Change> changes, List<Problem> problems) {

    /**
     * One sentence that is another.
     *
     * @param before null if it is new
     * @param after null if it goes away
     * @param line where it begins in the text, or 0 if it goes away
     */
    public record Change(Mapping before, Mapping after, int line) {}

    /**
     * What a text makes of a rig.
     *
     * @param names what things are called where the text was written
     * @param shown ids of the mappings the text was about: those that do not stand in it any more go away
     * @param begun the text as it was when it was shown: what still stands there as it did is left alone, whoever changed it meanwhile; "" if that is not known
     */
    public static Revision of(
            String text, String begun, Collection<String> shown, Rig rig, Directory names, List<Device> devices) {
        Sheet sheet = Sheet.of(text, begun, names, devices);
        List<Change> changes = new ArrayList<>();
        List<Problem> problems = new ArrayList<>(sheet.problems());
        Set<String> said = new HashSet<>(sheet.left());
        Set<String> written = sheet.lines().stream().map(Sheet.Line::id).collect(Collectors.toSet());
        written.addAll(sheet.left());
        Iterator<String> free = IntStream.iterate(
                        Integer.parseInt(rig.freeId("m").substring(1)), next -> next + 1)
                .mapToObj(next -> "m" + next)
                .filter(id -> !written.contains(id))
                .iterator();
        for (Sheet.Line line : sheet.lines()) {
            Mapping before = rig.mapping(line.id()).orElse(null);
            said.add(line.id());
            if (before == null && !line.id().isEmpty() && (shown.contains(line.id()) || isTaken(line.id(), rig))) {
                problems.add(new Problem(
                        line.line(),
                        1,
                        shown.contains(line.id())
                                ? line.id() + " was deleted meanwhile: take its id away to make it anew"
                                : "“" + line.id()
                                        + "” cannot be the id of a sentence: leave it away, and it gets one"));
            } else if (!line.mapping().equals(before)) {
                String id = line.id().isEmpty() ? free.next() : line.id();
                changes.add(new Change(before, line.mapping().as(id), line.line()));
            }
        }
        if (problems.isEmpty()) {
            shown.stream()
                    .filter(id -> !said.contains(id))
                    .flatMap(id -> rig.mapping(id).stream())
                    .forEach(gone -> changes.add(new Change(gone, null, 0)));
        }
        return new Revision(List.copyOf(changes), List.copyOf(problems));
    }

    private static boolean isTaken(String id, Rig rig) {
        return rig.part(id).isPresent() || !id.matches("[A-Za-z0-9_-]{1,40}") || id.matches("m\\d{10,}");
    }

    /** All of it as one edit. */
    public Edit edit(String label) {
        return new Edit(
                label,
                changes.stream()
                        .map(change -> new Edit.Change(part(change.before()), part(change.after())))
                        .toList());
    }

    private static Part part(Mapping mapping) {
        return mapping == null ? null : new Part.OfMapping(mapping);
    }
}
