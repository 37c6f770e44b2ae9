package orchard.app.store;

import jakarta.annotation.PreDestroy;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import orchard.app.store.RevisionTable.Made;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Holds the rig that is in force, and is the only way to change it: an edit is checked, kept in the database, and only then
 * in force. Reading never touches the database, so pages and signals go on while it is away. Safe for several threads.
 */
@Component
public class RigKeeper {

    private static final Logger LOG = LoggerFactory.getLogger(RigKeeper.class);

    /** What is in force, exchanged as one. */
    private record Now(Rig rig, Map<String, Long> revisions, long last, Made undoable, Made redoable) {}

    private final RigStore store;
    private final ExecutorService behind = Executors.newSingleThreadExecutor(task -> new Thread(task, "keeper"));
    private final List<Consumer<Rig>> listeners = new CopyOnWriteArrayList<>();
    private volatile Now now;
    private volatile String currentSong;

    RigKeeper(RigStore store) {
        this.store = store;
        load();
        currentSong = store.currentSong().orElse("");
    }

    private void load() {
        RigStore.Kept kept = store.read();
        now = new Now(
                kept.rig(),
                Map.copyOf(kept.revisions()),
                kept.last(),
                kept.undoable().orElse(null),
                kept.redoable().orElse(null));
    }

    /** The rig in force. */
    public Rig rig() {
        return now.rig();
    }

    /** Number of the newest revision. */
    public long revision() {
        return now.last();
    }

    /** Number of the revision that last changed a part; 0 for one that is not there. */
    public long revision(String part) {
        return now.revisions().getOrDefault(part, 0L);
    }

    /** Label of what undo would take back. */
    public Optional<String> undoable() {
        return Optional.ofNullable(now.undoable()).map(made -> made.edit().label());
    }

    /** Label of what redo would do again. */
    public Optional<String> redoable() {
        return Optional.ofNullable(now.redoable()).map(made -> made.edit().label());
    }

    /** Tells of every new rig, on the thread that made the edit, once it is kept. */
    public void listen(Consumer<Rig> listener) {
        listeners.add(listener);
    }

    /**
     * Makes an edit.
     *
     * @param edit makes the edit from the rig in force; runs while no other edit can be made
     * @throws EditRefused if it cannot be made or kept
     */
    public synchronized Edit commit(Function<Rig, Edit> edit) {
        Edit made = edit.apply(now.rig());
        Rig next = now.rig().apply(made);
        keep(RigStore.Kind.EDIT, made, null, next);
        return made;
    }

    /**
     * Makes an edit to a part that a person saw as it was at some revision.
     *
     * @param seen the part's revision when it was shown to the person
     * @throws EditRefused also if the part was changed since
     */
    public synchronized Edit commit(String part, long seen, Function<Rig, Edit> edit) {
        if (revision(part) != seen) {
            throw new EditRefused(
                    EditRefused.Cause.CHANGED_MEANWHILE,
                    part,
                    "",
                    rig().part(part).isEmpty()
                            ? "Someone deleted this meanwhile. Undo brings it back."
                            : "Someone changed this meanwhile. Look at what it is now; send again to put yours in its place.");
        }
        return commit(edit);
    }

    /** Loads parts into the rig as its beginning: kept like an edit, but undo stops there. */
    public synchronized void load(Edit edit) {
        keep(RigStore.Kind.LOAD, edit, null, now.rig().apply(edit));
    }

    /** Takes back the newest edit; returns its label, or nothing if there is none. */
    public synchronized Optional<String> undo() {
        Made made = now.undoable();
        if (made == null) {
            return Optional.empty();
        }
        Edit inverse = made.edit().inverse();
        keep(RigStore.Kind.UNDO, inverse, made, now.rig().apply(inverse));
        return Optional.of(made.edit().label());
    }

    /** Does again what was taken back last; returns its label, or nothing if there is none. */
    public synchronized Optional<String> redo() {
        Made made = now.redoable();
        if (made == null) {
            return Optional.empty();
        }
        keep(RigStore.Kind.REDO, made.edit(), made, now.rig().apply(made.edit()));
        return Optional.of(made.edit().label());
    }

    private void keep(RigStore.Kind kind, Edit edit, Made made, Rig next) {
        long revision;
        try {
            revision = store.write(kind, edit, made, now.last());
        } catch (RigStore.Newer e) {
            load();
            tell();
            throw new EditRefused(
                    EditRefused.Cause.CHANGED_MEANWHILE,
                    "",
                    "",
                    "The rig in the database was newer than this page. It is shown now; please try again.");
        } catch (DataIntegrityViolationException e) {
            LOG.error("The database did not take an edit", e);
            throw new EditRefused(
                    EditRefused.Cause.NOT_KEPT,
                    "",
                    "",
                    "Not kept: the database did not take this edit. The log says why.");
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("An edit could not be kept: {}", e.getMessage());
            throw new EditRefused(
                    EditRefused.Cause.NOT_KEPT,
                    "",
                    "",
                    "Not kept: the database is away. Everything plays on as it was; try again in a moment.");
        }
        now = after(kind, edit, made, next, revision);
        tell();
    }

    private Now after(RigStore.Kind kind, Edit edit, Made made, Rig next, long revision) {
        Map<String, Long> revisions = new HashMap<>(now.revisions());
        for (Edit.Change change : edit.changes()) {
            if (change.after() == null) {
                revisions.remove(change.id());
            } else {
                revisions.put(change.id(), revision);
            }
        }
        return switch (kind) {
            case EDIT -> new Now(next, Map.copyOf(revisions), revision, new Made(revision, edit), null);
            case UNDO -> new Now(next, Map.copyOf(revisions), revision, orElse(store::undoable, null), made);
            case REDO -> new Now(next, Map.copyOf(revisions), revision, made, orElse(store::redoable, null));
            case LOAD -> new Now(next, Map.copyOf(revisions), revision, now.undoable(), now.redoable());
        };
    }

    /** The edit is kept already; if the database goes away in this very moment, undo waits until the next edit. */
    private static Made orElse(Supplier<Optional<Made>> read, Made otherwise) {
        try {
            return read.get().orElse(otherwise);
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("What can be undone could not be read: {}", e.getMessage());
            return otherwise;
        }
    }

    private void tell() {
        listeners.forEach(listener -> listener.accept(now.rig()));
    }

    /** Id of the song the performance stands at, or "". */
    public String currentSong() {
        return currentSong;
    }

    /** Moves the performance to a song at once; keeping that happens behind it, and the show goes on if it cannot be. */
    public void currentSong(String song) {
        currentSong = song;
        behind.execute(() -> {
            try {
                store.currentSong(song);
            } catch (DataAccessException | TransactionException e) {
                LOG.warn("Where the performance stands could not be kept: {}", e.getMessage());
            }
        });
    }

    @PreDestroy
    void close() throws InterruptedException {
        behind.shutdown();
        behind.awaitTermination(2, TimeUnit.SECONDS);
    }
}
