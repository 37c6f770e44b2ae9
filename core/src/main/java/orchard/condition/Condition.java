package orchard.condition;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** Something that holds or does not, from moment to moment. What is not known, or not there, does not hold. */
public sealed interface Condition
        permits All,
                Always,
                Any,
                AtDefault,
                ChangedLast,
                Compared,
                DevicePresent,
                FocusAt,
                IsOn,
                Known,
                LayerOn,
                Not,
                NoteInScale,
                NoteSounds,
                PageOpen,
                PresetRecalled,
                SongIs,
                Struck {

    /** The deepest that conditions lie in one another, and the most that lie in one. */
    int MOST_DEEP = 4;

    int MOST = 16;

    /** The single conditions, in the order in which they are offered. */
    enum Kind {
        LAYER("a layer is on", names -> new LayerOn("")),
        VALUE("a value is", names -> new Compared(Ref.ToParameter.NONE, Compared.Is.ABOVE, 0, 0)),
        KNOWN("a value is known", names -> new Known(Ref.ToParameter.NONE)),
        DEFAULT("a value is at its default", names -> new AtDefault(Ref.ToParameter.NONE)),
        CHANGED("a value was changed last", names -> new ChangedLast(Ref.ToParameter.NONE)),
        STRUCK("its own number is", names -> new Struck(Compared.Is.ABOVE, 100, 127)),
        PAGE("a page is open", names -> new PageOpen("", "", "")),
        PRESET("a preset was recalled last", names -> new PresetRecalled("", "")),
        FOCUS("a focus stands somewhere", names -> new FocusAt("", "")),
        SONG("a song is current", names -> new SongIs("")),
        DEVICE("a device is there", names -> new DevicePresent("")),
        ON("it is on", names -> new IsOn()),
        SCALE("its note is in a scale", names -> new NoteInScale(Ref.ToParameter.NONE, Ref.ToParameter.NONE)),
        SOUNDS("its note sounds", names -> new NoteSounds());

        private final String words;
        private final Function<Directory, Condition> fresh;

        Kind(String words, Function<Directory, Condition> fresh) {
            this.words = words;
            this.fresh = fresh;
        }

        /** As it stands in the list. */
        public String words() {
            return words;
        }

        /** Whether only lights can ask so. */
        public boolean ofLights() {
            return this == ON || this == SCALE || this == SOUNDS;
        }

        /** Those that whatever acts can ask. */
        public static List<Kind> ofCases() {
            return Stream.of(values()).filter(kind -> !kind.ofLights()).toList();
        }

        /** A new one of this kind, before it is filled in. */
        public Condition fresh(Directory names) {
            return fresh.apply(names);
        }
    }

    /** How it reads behind “while”. */
    String words(Directory names);

    /** How its opposite reads behind “while”. */
    String opposite(Directory names);

    /** Why it can never hold, as a sentence; empty if it can. */
    Optional<String> fault(Directory names);

    /** What sort of single condition it is; empty for those that are made of others. */
    default Optional<Kind> kind() {
        return Optional.empty();
    }

    /** What a person fills in; nothing for those that are made of others. */
    default List<Field> fields(Directory names) {
        return List.of();
    }

    /**
     * The same kind of condition as it was filled in.
     *
     * @throws Mistake beside the field that cannot be read
     */
    default Condition filled(Typed typed, Directory names) {
        return this;
    }

    /** Those it is made of. */
    default List<Condition> parts() {
        return List.of();
    }

    /** The same about other parameters. */
    default Condition about(UnaryOperator<Ref.ToParameter> other) {
        return this;
    }

    /** How deep conditions lie in it: 1 for a single one. */
    default int depth() {
        return 1 + parts().stream().mapToInt(Condition::depth).max().orElse(0);
    }

    /** The ids of all devices it is about. */
    default Stream<String> devices() {
        return parts().stream().flatMap(Condition::devices);
    }

    /** The ids of all layers it is about. */
    default Stream<String> layers() {
        return parts().stream().flatMap(Condition::layers);
    }

    /** Leads to the visitor's method for this condition. */
    <R> R accept(Visitor<R> visitor);

    /**
     * Somebody who has to know of every condition.
     *
     * @param <R> what comes of it
     */
    interface Visitor<R> {
        R all(All condition);

        R always(Always condition);

        R any(Any condition);

        R atDefault(AtDefault condition);

        R changedLast(ChangedLast condition);

        R compared(Compared condition);

        R devicePresent(DevicePresent condition);

        R focusAt(FocusAt condition);

        R isOn(IsOn condition);

        R known(Known condition);

        R layerOn(LayerOn condition);

        R not(Not condition);

        R noteInScale(NoteInScale condition);

        R noteSounds(NoteSounds condition);

        R pageOpen(PageOpen condition);

        R presetRecalled(PresetRecalled condition);

        R songIs(SongIs condition);

        R struck(Struck condition);
    }

    /** The parts of a condition that is made of some. */
    static List<Condition> checked(List<Condition> parts) {
        if (parts.isEmpty() || parts.size() > MOST) {
            throw new Mistake("condition", "a condition is made of 1 to " + MOST + " others");
        }
        if (parts.stream().anyMatch(part -> part.depth() >= MOST_DEEP)) {
            throw new Mistake("condition", "conditions lie at most " + MOST_DEEP + " deep in one another");
        }
        return List.copyOf(parts);
    }

    /** Some conditions in words; those that are made of several stand in brackets. */
    static String joined(List<Condition> parts, String between, Function<Condition, String> words) {
        return parts.stream()
                .map(part -> part.parts().size() > 1 ? "(" + words.apply(part) + ")" : words.apply(part))
                .collect(Collectors.joining(between));
    }

    /** The field for a device. */
    static Field deviceField(String device) {
        return Field.ofRig("device", "Device", device, Field.Input.DEVICE);
    }

    /** The device that was chosen. */
    static String device(Typed typed, Directory names) {
        String id = typed.text("device");
        return names.device(id).map(Device::id).orElseThrow(() -> new Mistake("device", "choose a device"));
    }

    /** What a device is called, also when it is missing. */
    static String name(String device, Directory names) {
        return names.device(device).map(Device::name).orElse("a missing device (" + device + ")");
    }

    /** A field with the places there are to choose from. */
    static Field placeField(String name, String label, String value, Stream<Selector.Place> places) {
        Map<String, String> choices = new LinkedHashMap<>();
        choices.put("", "choose one");
        places.forEach(place -> choices.put(place.id(), place.name()));
        if (!value.isEmpty()) {
            choices.putIfAbsent(value, "one that is missing");
        }
        return Field.choice(name, label, value, choices);
    }
}
