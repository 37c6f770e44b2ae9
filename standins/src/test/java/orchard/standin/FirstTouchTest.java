package orchard.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import orchard.gear.Control.Kind;
import orchard.gear.Dimension;
import orchard.recognise.Guess;
import orchard.recognise.Recogniser;
import orchard.signal.Message;
import orchard.signal.MessageId;
import org.junit.jupiter.api.Test;

/** What is made of the first, hasty touch of every control, on all stand-ins with a MIDI cable, in all their modes. Hands and order differ by the seed. */
class FirstTouchTest {

    private static final int SEEDS = 12;

    /** A way a stand-in can be set up. */
    private record Mode(String name, Function<String, StandIn> maker, int[][] told, List<String> parts, Kind turned) {}

    private static List<String> parts(Object... namesAndCounts) {
        List<String> parts = new ArrayList<>();
        for (int i = 0; i < namesAndCounts.length; i += 2) {
            for (int n = 1; n <= (int) namesAndCounts[i + 1]; n++) {
                parts.add(namesAndCounts[i] + (n == 1 && (int) namesAndCounts[i + 1] == 1 ? "" : "" + n));
            }
        }
        return parts;
    }

    private static List<Mode> modes() {
        List<Mode> modes = new ArrayList<>();
        List<String> cobble = parts("knob", 8, "pad", 16, "page", 6, "side", 4, "crossfader", 1);
        for (boolean plain : new boolean[] {true, false}) {
            for (int encoding = 0; encoding < 4; encoding++) {
                modes.add(new Mode(
                        "Cobble, " + (plain ? "plain, " : "its own language, ") + "encoding " + encoding,
                        Cobble::new,
                        new int[][] {{0x7D, 1, 1, plain ? 1 : 0}, {0x7D, 1, 2, 0x7F, encoding}},
                        cobble,
                        encoding == 0 ? Kind.KNOB : Kind.ENDLESS_KNOB));
            }
        }
        modes.add(new Mode(
                "Sluice",
                Sluice::new,
                new int[0][],
                parts("fader", 8, "encoder", 8, "push", 8, "key", 7),
                Kind.ENDLESS_KNOB));
        modes.add(new Mode(
                "Treadle", Treadle::new, new int[0][], parts("switch", 10, "pedal", 2, "sustain", 1), Kind.KNOB));
        modes.add(new Mode(
                "Peat",
                Peat::new,
                new int[0][],
                List.of("level1", "level2", "cutoff", "resonance", "attack1", "decay1"),
                Kind.KNOB));
        return modes;
    }

    /** One run of a hand over a device. */
    private static final class Touching implements AutoCloseable {
        private final Recogniser recogniser = new Recogniser();
        private final Map<String, Recogniser> alone = new LinkedHashMap<>();
        private final Mode mode;
        private final Random random;
        private final StandIn standIn;
        private final Plug plug;
        private final Thread hand = Thread.currentThread();
        private String part = "";
        private long nanos;

        Touching(Mode mode, long seed) {
            this.mode = mode;
            random = new Random(seed);
            String port = mode.name() + " of seed " + seed;
            standIn = mode.maker().apply(port);
            plug = new Plug(port, this::heard);
            for (int[] message : mode.told()) {
                plug.tell(message);
            }
        }

        private void heard(Message message) {
            if (!part.isEmpty()) {
                recogniser.heard(nanos, message);
            }
            if (!part.isEmpty() && Thread.currentThread() == hand) { // a pedal trembles by itself, whatever is touched
                alone.computeIfAbsent(part, p -> new Recogniser()).heard(nanos, message);
            }
        }

        private void play(String what, String gesture, double amount, int millis) {
            standIn.play(what, gesture, amount);
            nanos += millis * 1_000_000L + random.nextInt(900_000);
        }

        private int between(int low, int high) {
            return low + random.nextInt(high - low + 1);
        }

        void all() {
            List<String> order = new ArrayList<>(mode.parts());
            Collections.shuffle(order, random);
            for (String next : order) {
                part = next;
                touch(next);
                nanos += between(200, 900) * 1_000_000L;
            }
        }

        private void touch(String what) {
            String kind = what.replaceAll("\\d+$", "");
            switch (kind) {
                case "pad" -> pad(what);
                case "knob", "encoder" -> turn(what);
                case "page", "side", "key", "sustain" -> press(what);
                case "push" -> press(what.replace("push", "encoder"));
                case "switch" -> play(what, "hit", 1, 300);
                case "crossfader", "pedal", "fader" -> slide(what, "move", kind.equals("fader"));
                default -> slide(what, "turn", false);
            }
        }

        private void pad(String what) {
            int times = between(1, 2);
            for (int i = 0; i < times; i++) {
                if (random.nextInt(5) > 0) {
                    play(what, "x", random.nextDouble(), 0);
                    play(what, "y", random.nextDouble(), 0);
                }
                play(what, "hit", 0.1 + 0.9 * random.nextDouble(), between(8, 40));
                for (int move = between(0, 6); move > 0; move--) {
                    play(what, "press", random.nextDouble(), between(0, 12));
                    play(what, "x", random.nextDouble(), between(0, 12));
                    play(what, "y", random.nextDouble(), between(8, 20));
                }
                play(what, "release", 0, between(150, 400));
            }
        }

        private void turn(String what) {
            int way = random.nextBoolean() ? 1 : -1;
            int count = between(4, 14);
            boolean both = random.nextInt(3) == 0;
            for (int i = 0; i < count; i++) {
                play(what, "turn", (both && i >= count / 2 ? -way : way) * between(1, 5), between(15, 60));
            }
        }

        private void press(String what) {
            int times = between(1, 2);
            for (int i = 0; i < times; i++) {
                play(what, "hit", 1, between(45, 350));
                play(what, "release", 0, between(150, 600));
            }
        }

        private void slide(String what, String gesture, boolean leaves) {
            double from = random.nextDouble() * 0.3;
            double to = 0.6 + random.nextDouble() * 0.4;
            int count = between(5, 20);
            for (int i = 0; i <= count; i++) {
                play(what, gesture, from + (to - from) * i / count, between(10, 30));
            }
            if (leaves) {
                play(what, "leave", 0, 50);
            }
        }

        @Override
        public void close() {
            plug.close();
            standIn.close();
        }
    }

    private static Set<MessageId> ids(Guess guess) {
        Set<MessageId> ids = new HashSet<>(Set.of(guess.slot()));
        guess.dimensions().forEach(dimension -> ids.addAll(dimension.pattern().ids()));
        return ids;
    }

    private static boolean isRight(Guess guess, String part, Mode mode, Set<MessageId> own) {
        String kind = part.replaceAll("\\d+$", "");
        List<String> names = guess.dimensions().stream().map(Dimension::name).toList();
        boolean isOwn = own.containsAll(ids(guess));
        return isOwn
                && switch (kind) {
                    case "pad" -> guess.kind() == Kind.PAD && names.contains("velocity") && names.contains("gate");
                    case "knob", "encoder" -> guess.kind() == mode.turned();
                    case "page", "side", "key", "sustain", "push", "switch" -> guess.kind() == Kind.BUTTON;
                    case "fader" -> guess.kind() == Kind.FADER && names.equals(List.of("position", "touch"));
                    default -> Set.of(Kind.KNOB, Kind.FADER, Kind.PEDAL).contains(guess.kind());
                };
    }

    @Test
    void theFirstTouchIsEnoughAndSureMeansSure() {
        int all = 0;
        int right = 0;
        int sure = 0;
        Map<String, Integer> wrong = new TreeMap<>();
        Map<String, Integer> sureAndWrong = new TreeMap<>();
        for (Mode mode : modes()) {
            for (long seed = 1; seed <= SEEDS; seed++) {
                try (Touching touching = new Touching(mode, seed)) {
                    touching.all();
                    List<Guess> guesses = touching.recogniser.guesses();
                    Set<Guess> claimed = new HashSet<>();
                    for (Map.Entry<String, Recogniser> entry : touching.alone.entrySet()) {
                        Set<MessageId> own = new HashSet<>();
                        entry.getValue().guesses().forEach(guess -> own.addAll(ids(guess)));
                        List<Guess> mine = guesses.stream()
                                .filter(guess -> own.contains(guess.slot()))
                                .toList();
                        boolean good = mine.size() == 1 && isRight(mine.get(0), entry.getKey(), mode, own);
                        all++;
                        right += good ? 1 : 0;
                        claimed.addAll(mine);
                        String what = mode.name() + ": " + entry.getKey().replaceAll("\\d+$", "") + " as "
                                + mine.stream().map(FirstTouchTest::words).toList();
                        if (!good) {
                            wrong.merge(what, 1, Integer::sum);
                        }
                        for (Guess guess : mine) {
                            sure += guess.isSure() ? 1 : 0;
                            if (guess.isSure() && !good) {
                                sureAndWrong.merge(what, 1, Integer::sum);
                            }
                        }
                    }
                    guesses.stream()
                            .filter(guess -> guess.isSure() && !claimed.contains(guess))
                            .forEach(guess ->
                                    sureAndWrong.merge(mode.name() + ": made up " + words(guess), 1, Integer::sum));
                }
            }
        }
        System.out.printf(
                "First touch: %.1f %% of %d right, %.0f %% of them called sure%n",
                100.0 * right / all, all, 100.0 * sure / all);
        wrong.forEach((what, count) -> System.out.println("  wrong " + count + " times: " + what));
        assertThat(sureAndWrong).isEmpty();
        assertThat(right / (double) all).isGreaterThanOrEqualTo(0.98);
    }

    private static String words(Guess guess) {
        return guess.kind() + ""
                + guess.dimensions().stream().map(Dimension::name).toList() + (guess.isSure() ? " sure" : "");
    }
}
