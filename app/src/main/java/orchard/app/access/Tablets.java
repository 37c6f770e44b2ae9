package orchard.app.access;

import java.security.SecureRandom;
import java.util.Base64;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import orchard.app.store.TabletTable;
import orchard.mistake.Mistake;
import org.springframework.stereotype.Component;

/**
 * The tablets that were let in. Each has a pass, which stands in its link and then in its cookie: its id and what the key signs of it, so that nothing that opens
 * anything is stored. Safe for several threads.
 */
@Component
public final class Tablets {

    private static final int BYTES = 12;
    private static final int LONGEST_NAME = 60;
    private static final int MOST = 100;

    private final Key key;
    private final TabletTable table;
    private final Map<String, Tablet> all = new ConcurrentHashMap<>();
    private final List<Consumer<Tablet>> leavers = new CopyOnWriteArrayList<>();

    Tablets(Key key, TabletTable table) {
        this.key = key;
        this.table = table;
        table.all().forEach(row -> all.put(row.id(), new Tablet(row.id(), row.name(), row.layout())));
    }

    /** All there are, by their names. */
    public List<Tablet> all() {
        return all.values().stream()
                .sorted(Comparator.comparing(Tablet::name).thenComparing(Tablet::id))
                .toList();
    }

    /**
     * Lets another one in.
     *
     * @param layout id of the layout it may play, or "" for all
     * @throws Mistake if it cannot be called that, or there are too many
     */
    public Tablet add(String name, String layout) {
        String plain = name.strip();
        if (plain.isEmpty() || plain.length() > LONGEST_NAME) {
            throw new Mistake("name", "Expected a name of 1 to " + LONGEST_NAME + " letters");
        }
        if (all.values().stream().anyMatch(other -> other.name().equalsIgnoreCase(plain))) {
            throw new Mistake("name", "There is a tablet “" + plain + "” already");
        }
        if (all.size() >= MOST) {
            throw new Mistake("name", "There are " + MOST + " tablets already; take some away");
        }
        byte[] bytes = new byte[BYTES];
        new SecureRandom().nextBytes(bytes);
        Tablet tablet = new Tablet(Base64.getUrlEncoder().withoutPadding().encodeToString(bytes), plain, layout);
        if (!table.insert(new TabletTable.Row(tablet.id(), tablet.name(), tablet.layout()))) {
            throw new Mistake("name", "Not kept: the database is away; try again in a moment");
        }
        all.put(tablet.id(), tablet);
        return tablet;
    }

    /** The tablet of that id. */
    public Optional<Tablet> tablet(String id) {
        return Optional.ofNullable(all.get(id));
    }

    /**
     * Takes one away: from now on its pass opens nothing.
     *
     * @throws Mistake if the database is away: then it is let in again when Orchard is started anew
     */
    public void remove(String id) {
        Tablet gone = all.remove(id);
        if (gone != null) {
            leavers.forEach(leaver -> leaver.accept(gone));
        }
        if (!table.delete(id)) {
            throw new Mistake("It is out, but the database is away: take it away again once Orchard was started anew");
        }
    }

    /** Tells somebody of every tablet that is taken away. */
    public void whenTakenAway(Consumer<Tablet> told) {
        leavers.add(told);
    }

    /** What opens a tablet's layouts. */
    public String pass(Tablet tablet) {
        return tablet.id() + "." + key.sign("tablet " + tablet.id());
    }

    /** Whose pass a text is; takes as long for a wrong one. */
    Optional<Tablet> of(String pass) {
        int cut = pass.indexOf('.');
        String id = cut < 0 ? "" : pass.substring(0, cut);
        boolean isSigned = Key.same(key.sign("tablet " + id), pass.substring(cut + 1));
        return isSigned ? tablet(id) : Optional.empty();
    }
}
