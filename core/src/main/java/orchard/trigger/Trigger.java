package orchard.trigger;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** Something that happens, and sets a mapping off once. */
public sealed interface Trigger
        permits DeviceComes, FocusMoves, LayerTurns, Loaded, MessageHeard, SongTurns, TimePasses, ValueMoves {

    /** Whether something comes or goes. */
    Map<String, String> COMES = comes();

    private static Map<String, String> comes() {
        Map<String, String> choices = new LinkedHashMap<>();
        choices.put("true", "comes");
        choices.put("false", "goes");
        return choices;
    }

    /** The kinds of triggers, in the order in which they are offered. */
    enum Kind {
        VALUE("a value changes", () -> new ValueMoves(Ref.ToParameter.NONE, ValueMoves.Way.CHANGES, 0)),
        LAYER("a layer comes or goes", () -> new LayerTurns("", true)),
        FOCUS("a focus moves", () -> new FocusMoves("")),
        SONG("a song comes or goes", () -> new SongTurns("", true)),
        DEVICE("a device comes or goes", () -> new DeviceComes("", true)),
        MESSAGE("a message comes", () -> new MessageHeard(List.of(), MessageHeard.EXAMPLE)),
        LOAD("Orchard begins", Loaded::new),
        TIME("time passes", () -> new TimePasses(1));

        private final String words;
        private final Supplier<Trigger> fresh;

        Kind(String words, Supplier<Trigger> fresh) {
            this.words = words;
            this.fresh = fresh;
        }

        /** As it stands in the list. */
        public String words() {
            return words;
        }

        /** A new one of this kind, before it is filled in. */
        public Trigger fresh() {
            return fresh.get();
        }
    }

    /** What sort of trigger it is. */
    Kind kind();

    /** How it reads behind “when”: “layer Storm comes”. */
    String words(Directory names);

    /** Why it can never happen, as a sentence; empty if it can. */
    Optional<String> fault(Directory names);

    /** What a person fills in. */
    List<Field> fields(Directory names);

    /**
     * The same kind of trigger as it was filled in.
     *
     * @throws orchard.mistake.Mistake beside the field that cannot be read
     */
    Trigger filled(Typed typed, Directory names);

    /** The ids of all devices, or foci, it is about. */
    default List<String> devices() {
        return List.of();
    }

    /** The ids of all layers it is about. */
    default List<String> layers() {
        return List.of();
    }

    /** Leads to the visitor's method for this trigger. */
    <R> R accept(Visitor<R> visitor);

    /**
     * Somebody who has to know of every trigger.
     *
     * @param <R> what comes of it
     */
    interface Visitor<R> {
        R deviceComes(DeviceComes trigger);

        R focusMoves(FocusMoves trigger);

        R layerTurns(LayerTurns trigger);

        R loaded(Loaded trigger);

        R messageHeard(MessageHeard trigger);

        R songTurns(SongTurns trigger);

        R timePasses(TimePasses trigger);

        R valueMoves(ValueMoves trigger);
    }

    /** The field for whether something comes or goes. */
    static Field comesField(boolean comes) {
        return Field.choice("comes", "it", String.valueOf(comes), COMES);
    }
}
