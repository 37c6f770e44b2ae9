package orchard.gear;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import orchard.gear.Control.Face;
import orchard.gear.Control.Kind;
import orchard.signal.MessagePattern;

/** Puts controls on a face in the order in which they were touched: like beside like, in rows, where there is room nearest to the top. */
public final class Arrangement {

    private static final double WIDEST = 120;
    private static final double GAP = 1;
    private static final int COLUMNS = 8;

    private Arrangement() {}

    /**
     * Places for new controls, below those that are there.
     *
     * @param there the controls that have a place already
     * @param added those that need one, in the order of touch; their own places are passed over
     * @return {@code added} with places
     */
    public static List<Control> place(List<Control> there, List<Control> added) {
        double top = there.stream()
                .mapToDouble(control -> control.face().y() + control.face().height() + GAP)
                .max()
                .orElse(1);
        List<Block> blocks = new ArrayList<>();
        Control[] placed = new Control[added.size()];
        for (List<Integer> block : blocks(added)) {
            Kind kind = added.get(block.get(0)).kind();
            Size size = size(kind);
            int columns = kind == Kind.KEY ? Integer.MAX_VALUE : columns(kind, size, block.size());
            int rows = kind == Kind.KEY ? 1 : (block.size() + columns - 1) / columns;
            double width = kind == Kind.KEY ? keyboardWidth(block, added) : columns * (size.width + GAP);
            Block room = room(blocks, top, width, rows * (size.height + GAP));
            blocks.add(room);
            for (int i = 0; i < block.size(); i++) {
                Control control = added.get(block.get(i));
                Face face = kind == Kind.KEY
                        ? key(room.x, room.y, note(control), note(added.get(block.get(0))))
                        : new Face(
                                room.x + i % columns * (size.width + GAP),
                                room.y + i / columns * (size.height + GAP),
                                size.width,
                                size.height);
                placed[block.get(i)] = control.at(face);
            }
        }
        return List.of(placed);
    }

    /** A stretch of like controls on the face. */
    private record Block(double x, double y, double width, double height) {}

    /** Where a block fits nearest to the top, and then to the left. */
    private static Block room(List<Block> blocks, double top, double width, double height) {
        List<Double> lefts = new ArrayList<>(List.of(1.0));
        blocks.forEach(block -> lefts.add(block.x + block.width + 2));
        Block best = null;
        for (double left : lefts) {
            double y = blocks.stream()
                    .filter(block -> block.x < left + width && left < block.x + block.width)
                    .mapToDouble(block -> block.y + block.height + GAP)
                    .max()
                    .orElse(top);
            boolean fits = left == 1 || left + width <= WIDEST;
            if (fits && (best == null || y < best.y)) {
                best = new Block(left, y, width, height);
            }
        }
        return best;
    }

    private static int columns(Kind kind, Size size, int count) {
        if (kind == Kind.PAD && count == 16) {
            return 4;
        }
        return count * (size.width + GAP) <= WIDEST ? count : COLUMNS;
    }

    private static final String[] ORDINALS = {"st", "nd", "rd"};

    /**
     * Pads that fill rows of a field get the name of their place: “Pad, row 2, 3rd”; all else is numbered by its kind. No name is there twice.
     *
     * @param taken names that others have
     */
    public static List<Control> named(Set<String> taken, List<Control> placed) {
        Set<String> names = new HashSet<>(taken);
        List<Control> named = new ArrayList<>();
        for (Control control : placed) {
            String numbered = control.kind().noun() + " \\d+";
            String wanted = control.name().matches(numbered) ? nameOf(control, placed) : control.name();
            String name = wanted;
            for (int i = 2; !names.add(name); i++) {
                name = (wanted.matches(numbered) ? control.kind().noun() : wanted) + " " + i;
            }
            named.add(control.named(name, control.label()));
        }
        return named;
    }

    private static String nameOf(Control control, List<Control> placed) {
        List<Control> alike =
                placed.stream().filter(other -> other.kind() == control.kind()).toList();
        List<Double> rows = alike.stream()
                .map(other -> other.face().y())
                .distinct()
                .sorted()
                .toList();
        boolean isField = control.kind() == Kind.PAD
                && rows.size() > 1
                && rows.stream()
                                .map(row -> alike.stream()
                                        .filter(other -> other.face().y() == row)
                                        .count())
                                .distinct()
                                .count()
                        == 1;
        if (!isField) {
            return control.name();
        }
        long along = alike.stream()
                .filter(other -> other.face().y() == control.face().y()
                        && control.face().x() >= other.face().x())
                .count();
        return control.kind().noun() + ", row " + (rows.indexOf(control.face().y()) + 1) + ", " + along
                + ordinal(along);
    }

    private static String ordinal(long number) {
        boolean isTeen = number % 100 / 10 == 1;
        return isTeen || number % 10 == 0 || number % 10 > ORDINALS.length ? "th" : ORDINALS[(int) (number % 10) - 1];
    }

    private record Size(double width, double height) {}

    private static Size size(Kind kind) {
        return switch (kind) {
            case PAD -> new Size(8, 8);
            case BUTTON -> new Size(9, 5);
            case KEY -> new Size(3, 14);
            case XY -> new Size(14, 14);
            case FADER, PEDAL -> new Size(9, 16);
            case KNOB, ENDLESS_KNOB, WHEEL, MOTION, CHOICE -> new Size(9, 12);
        };
    }

    /** Stretches of one kind; where hands went to and fro between two kinds, each kind together. */
    private static List<List<Integer>> blocks(List<Control> controls) {
        List<List<Integer>> runs = new ArrayList<>();
        Set<Kind> kinds = new HashSet<>();
        for (int i = 0; i < controls.size(); i++) {
            Kind kind = controls.get(i).kind();
            kinds.add(kind);
            if (i == 0 || controls.get(i - 1).kind() != kind) {
                runs.add(new ArrayList<>());
            }
            runs.get(runs.size() - 1).add(i);
        }
        if (runs.size() <= kinds.size() * 2) {
            return runs;
        }
        List<List<Integer>> together = new ArrayList<>();
        Set<Kind> done = new HashSet<>();
        for (Control control : controls) {
            if (done.add(control.kind())) {
                List<Integer> block = new ArrayList<>();
                for (int i = 0; i < controls.size(); i++) {
                    if (controls.get(i).kind() == control.kind()) {
                        block.add(i);
                    }
                }
                together.add(block);
            }
        }
        return together;
    }

    private static int note(Control key) {
        return key.dimensions().get(0).pattern() instanceof MessagePattern.NoteVelocity note ? note.note() : 0;
    }

    private static final int[] WHITE_BEFORE = {0, 1, 1, 2, 2, 3, 4, 4, 5, 5, 6, 6};

    private static boolean isBlack(int note) {
        return switch (note % 12) {
            case 1, 3, 6, 8, 10 -> true;
            default -> false;
        };
    }

    private static double keyboardWidth(List<Integer> block, List<Control> controls) {
        int lowest = note(controls.get(block.get(0)));
        return block.stream()
                        .mapToDouble(
                                i -> key(0, 0, note(controls.get(i)), lowest).x())
                        .max()
                        .orElse(0)
                + 4;
    }

    private static Face key(double left, double top, int note, int lowest) {
        int octaves = note / 12 - lowest / 12;
        double white = octaves * 7 + WHITE_BEFORE[note % 12] - WHITE_BEFORE[lowest % 12];
        return isBlack(note) ? new Face(left + white * 3 - 0.9, top, 1.8, 8) : new Face(left + white * 3, top, 2.9, 14);
    }
}
