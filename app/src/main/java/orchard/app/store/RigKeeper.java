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
import java.util.concurrent.atomic.AtomicReference;
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
    private record Now(Rig rig, Map<String, Long> revisions, long last) {}

    private final RigStore store;
    private final ExecutorService behind = Executors.newSingleThreadExecutor(task -> new Thread(task, "keeper"));
    private final List<Consumer<Rig>> listeners = new CopyOnWriteArrayList<>();
    private volatile Now now;
    private volatile String currentSong;
    private volatile Long songNanos;
    /** The layers that were last kept, or null before any were; only who follows the engine asks. */
    private volatile List<String> latched;
    /** What is still to be kept of variables, or null. */
    private final AtomicReference<Map<String, Double>> variables = new AtomicReference<>();

    RigKeeper(RigStore store) {
        this.store = store;
        load();
        currentSong = store.currentSong().orElse("");
    }

    private void load() {
        RigStore.Kept kept = store.read();
        now = new Now(kept.rig(), Map.copyOf(kept.revisions()), kept.last());
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

    /**
     * What undo would take back.
     *
     * @param by what the browser calls itself that made it, or ""
     */
    public record Step(String label, String by) {}

    /** What undo would take back, whoever made it. */
    public Optional<Step> undoable() {
        return asked(() -> store.undoable(null))
                .map(made -> new Step(made.edit().label(), made.by()));
    }

    /** What redo would do again, whoever made it. */
    public Optional<Step> redoable() {
        return asked(() -> store.redoable(null))
                .map(made -> new Step(made.edit().label(), made.by()));
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
        if (!made.changesNothing()) { // whoever keeps a form as it stood has nothing to undo
            keep(RigStore.Kind.EDIT, made, null, next);
        }
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

    /** Takes back the newest edit, whoever made it; returns its label, or nothing if there is none. */
    public synchronized Optional<String> undo() {
        return undo(null);
    }

    /**
     * Takes back the newest edit of a browser's own.
     *
     * @param maker its id, or null for the newest of anybody's
     * @return its label, or nothing if there is none
     * @throws EditRefused if somebody else changed the same part since
     */
    public synchronized Optional<String> undo(String maker) {
        Optional<Made> made = asked(() -> store.undoable(maker));
        made.ifPresent(one -> again(RigStore.Kind.UNDO, one, one.edit().inverse(), "taken back"));
        return made.map(one -> one.edit().label());
    }

    /** Does again what was taken back last, whoever did it; returns its label, or nothing if there is none. */
    public synchronized Optional<String> redo() {
        return redo(null);
    }

    /** Does again what was taken back last of a browser's own, as {@link #undo(String)}. */
    public synchronized Optional<String> redo(String maker) {
        Optional<Made> made = asked(() -> store.redoable(maker));
        made.ifPresent(one -> again(RigStore.Kind.REDO, one, one.edit(), "done again"));
        return made.map(one -> one.edit().label());
    }

    private void again(RigStore.Kind kind, Made made, Edit edit, String what) {
        Rig next;
        try {
            next = now.rig().again(edit);
        } catch (EditRefused refused) {
            if (refused.why() != EditRefused.Cause.CHANGED_MEANWHILE) {
                throw refused;
            }
            String later = asked(() -> store.revision(revision(refused.part())))
                    .map(since ->
                            ": “" + since.edit().label() + "”" + (since.by().isEmpty() ? "" : " by " + since.by())
                                    + " came after it and is about the same")
                    .orElse(": the same was changed or deleted after it");
            throw new EditRefused(
                    EditRefused.Cause.CHANGED_MEANWHILE,
                    refused.part(),
                    "",
                    "“" + made.edit().label() + "” cannot be " + what + " alone" + later);
        }
        keep(kind, edit, made, next);
    }

    /** What the database says; refused in words while it is away. */
    private static <T> T asked(Supplier<T> question) {
        try {
            return question.get();
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("What was done before could not be read: {}", e.getMessage());
            throw away();
        }
    }

    private static EditRefused away() {
        return new EditRefused(
                EditRefused.Cause.NOT_KEPT,
                "",
                "",
                "Not kept: the database is away. Everything plays on as it was; try again in a moment.");
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
            throw away();
        }
        now = after(edit, next, revision);
        tell();
    }

    private Now after(Edit edit, Rig next, long revision) {
        Map<String, Long> revisions = new HashMap<>(now.revisions());
        for (Edit.Change change : edit.changes()) {
            if (change.after() == null) {
                revisions.remove(change.id());
            } else {
                revisions.put(change.id(), revision);
            }
        }
        return new Now(next, Map.copyOf(revisions), revision);
    }

    private void tell() {
        listeners.forEach(listener -> listener.accept(now.rig()));
    }

    /** For how many milliseconds the performance has been at its song; −1 if that is from before Orchard was started. */
    public long songMillis() {
        Long since = songNanos;
        return since == null ? -1 : (System.nanoTime() - since) / 1_000_000;
    }

    /** Id of the song the performance stands at, or "". */
    public String currentSong() {
        return currentSong;
    }

    /** Moves the performance to a song at once; keeping that happens behind it, and the show goes on if it cannot be. */
    public void currentSong(String song) {
        currentSong = song;
        songNanos = System.nanoTime();
        behind(() -> store.currentSong(song));
    }

    /** Ids of the layers that stayed on when they were last kept, the lowest first; none if the database is away. */
    public List<String> latched() {
        try {
            return store.latched();
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Which layers stayed on could not be read: {}", e.getMessage());
            return List.of();
        }
    }

    /** Keeps which layers stay on, behind the show; a shift that is only held changes nothing. */
    public void latched(List<String> layers) {
        if (!layers.equals(latched)) {
            latched = layers;
            behind(() -> store.latched(layers));
        }
    }

    /** Where the foci stood when that was last kept; nowhere if the database is away. */
    public Map<String, FocusStand> foci() {
        try {
            return store.foci();
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Where the foci stood could not be read: {}", e.getMessage());
            return Map.of();
        }
    }

    /** Keeps where the foci stand, behind the show. */
    public void foci(Map<String, FocusStand> stands) {
        behind(() -> store.foci(stands));
    }

    /** Where variables stood that outlive a restart, by their keys; nowhere if the database is away. */
    public Map<String, Double> variables() {
        try {
            return store.variables();
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("Where the variables stood could not be read: {}", e.getMessage());
            return Map.of();
        }
    }

    /** Keeps where variables stand, behind the show; of many moves at once the last is kept. */
    public void variables(Map<String, Double> reals) {
        if (variables.getAndSet(Map.copyOf(reals)) == null) {
            behind(() -> store.variables(variables.getAndSet(null)));
        }
    }

    private void behind(Runnable keeping) {
        behind.execute(() -> {
            try {
                keeping.run();
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
