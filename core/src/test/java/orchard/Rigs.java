package orchard;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import orchard.action.Action;
import orchard.action.Send;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Song;
import orchard.shape.Clamp;
import orchard.shape.Invert;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Stage;
import orchard.signal.MidiMessage;

/** Random edits and rigs, each wholly given by its seed. */
public final class Rigs {

    private static final String[][] CONTROLS = {
        {"k1", "turn"},
        {"k2", "turn"},
        {"w", "turn"},
        {"p1", "velocity"},
        {"p1", "gate"},
        {"p2", "pressure"},
        {"gone", "turn"}
    };
    private static final String[] PARAMETERS = {"volume", "mute", "cutoff", "meter", "gone"};

    private Rigs() {}

    /** A rig with some mappings, some of which cannot work. */
    public static Rig rig(int seed) {
        Random random = new Random(seed);
        Rig rig = Gear.rig();
        for (int i = random.nextInt(8); i >= 0; i--) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping(rig.freeId("m"), random))));
        }
        return rig;
    }

    /** An edit that fits the rig: adds, changes or removes a mapping, a layout or a song. */
    public static Edit edit(Rig rig, int seed) {
        Random random = new Random(seed);
        List<Part> own =
                rig.parts().stream().filter(p -> !(p instanceof Part.OfDevice)).toList();
        if (!own.isEmpty() && random.nextInt(3) == 0) {
            Part before = own.get(random.nextInt(own.size()));
            return random.nextBoolean()
                    ? Edit.remove("remove", before)
                    : Edit.change("change", before, part(before.id(), before, random));
        }
        return switch (random.nextInt(3)) {
            case 0 -> Edit.add("add", new Part.OfMapping(mapping(rig.freeId("m"), random)));
            case 1 -> Edit.add("add", new Part.OfLayout(layout(rig.freeId("layout"), random)));
            default -> Edit.add("add", new Part.OfSong(song(rig.freeId("song"), random)));
        };
    }

    private static Part part(String id, Part like, Random random) {
        if (like instanceof Part.OfMapping) {
            return new Part.OfMapping(mapping(id, random));
        } else if (like instanceof Part.OfLayout) {
            return new Part.OfLayout(layout(id, random));
        }
        return new Part.OfSong(song(id, random));
    }

    private static Mapping mapping(String id, Random random) {
        String[] control = CONTROLS[random.nextInt(CONTROLS.length)];
        String parameter = PARAMETERS[random.nextInt(PARAMETERS.length)];
        Mapping mapping = Gear.mapping(id, control[0], control[1], parameter, shape(parameter, random));
        if (random.nextBoolean()) {
            mapping = Gear.answering(mapping, "k1.text", Show.Rule.VALUE);
        }
        return random.nextBoolean() ? Gear.answering(mapping, "p1.led", Show.Rule.ON_OFF) : mapping;
    }

    private static Shape shape(String parameter, Random random) {
        double low = parameter.equals("cutoff") ? 300 : parameter.equals("mute") ? 0 : -40;
        double high = parameter.equals("cutoff") ? 4000 : parameter.equals("mute") ? 1 : 0;
        List<Stage> stages = new ArrayList<>();
        if (random.nextBoolean()) {
            stages.add(new Invert());
        }
        if (random.nextBoolean()) {
            stages.add(new Scale(0.1, 1, random.nextBoolean() ? low : high + 1e-3, high));
        }
        if (random.nextBoolean()) {
            stages.add(new Clamp(low, high));
        }
        return new Shape(stages);
    }

    private static Layout layout(String id, Random random) {
        List<Element> elements = new ArrayList<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            Kind[] kinds = Kind.values();
            elements.add(new Element(
                    "e" + i,
                    "Lamp " + i,
                    new Box(random.nextInt(28), random.nextInt(12), 1 + random.nextInt(4), 1 + random.nextInt(6)),
                    kinds[random.nextInt(kinds.length)].plain(),
                    new Ref.ToParameter("desk", "volume")));
        }
        return new Layout(id, "Layout " + id + " " + random.nextInt(9), elements);
    }

    private static List<Action> begins(Random random) {
        return random.nextBoolean()
                ? List.of()
                : List.of(new Send("desk", new MidiMessage.ProgramChange(1, random.nextInt(128))));
    }

    private static Song song(String id, Random random) {
        return new Song(id, random.nextInt(5) + 1, "Song " + random.nextInt(99), "", begins(random));
    }
}
