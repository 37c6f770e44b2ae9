package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.action.Action;
import orchard.engine.World.Kind;
import orchard.mapping.Gesture;
import orchard.shape.Stage;
import org.junit.jupiter.api.Test;

/** The engine's rules in a world in which everything happens at once: mappings of every kind, hands, edits, cables, panic, time. */
class WorldTest {

    /** Worlds of a run; the profile {@code storm} makes a million events of them. */
    private static final int WORLDS = Integer.getInteger("storm.worlds", 700);

    /** The first world's seed; other worlds come of another: {@code -Dstorm.first=1000000}. */
    private static final int FIRST = Integer.getInteger("storm.first", 0);

    @Provide
    Arbitrary<List<Integer>> steps() {
        return Arbitraries.integers().between(0, 100_000).list().ofMaxSize(150);
    }

    @Provide
    Arbitrary<List<Integer>> mappings() {
        return Arbitraries.integers().between(0, 100_000).list().ofMinSize(1).ofMaxSize(8);
    }

    @Property(tries = 300)
    void nothingHangsNothingJumpsAndEverythingShowsTheTruth(
            @ForAll("mappings") List<Integer> mappings, @ForAll("steps") List<Integer> steps) {
        World world = new World(mappings.stream().mapToInt(i -> i).toArray());
        steps.forEach(world::step);
        List<String> wrong = world.end();
        assertThat(wrong).as("after %s", world.log).isEmpty();
    }

    /** The same with presses that are held while something comes between, until every pair of the two was tried. */
    @Test
    void everyInterruptionMeetsEveryActionGestureAndStageThatIsHeld() {
        Set<String> covered = new TreeSet<>();
        for (int seed = FIRST; seed < FIRST + WORLDS; seed++) {
            Random random = new Random(seed);
            World world = new World(random.ints(8, 0, 100_000).toArray());
            for (int i = 0; i < 40; i++) {
                world.step(random.nextInt(100_000));
                for (int pad = 0; pad < WorldRig.PADS && i % 8 == 0; pad++) {
                    world.step(Kind.PRESS, pad);
                }
            }
            assertThat(world.end()).as("world %s after %s", seed, world.log).isEmpty();
            covered.addAll(world.covered);
        }
        Set<String> missing = new TreeSet<>(pairs());
        missing.removeAll(covered);
        System.out.printf("worlds: %,d of %,d pairs were tried%n", pairs().size() - missing.size(), pairs().size());
        assertThat(missing).isEmpty();
    }

    private static Set<String> pairs() {
        Set<String> held = new TreeSet<>();
        Stream.of(Action.class.getPermittedSubclasses()).forEach(type -> held.add(type.getSimpleName()));
        Stream.of(Stage.class.getPermittedSubclasses()).forEach(type -> held.add(type.getSimpleName()));
        Stream.of(Gesture.Kind.values()).forEach(kind -> held.add("gesture " + kind));
        Set<String> pairs = new TreeSet<>();
        held.forEach(one ->
                Stream.of(Kind.values()).filter(Kind::interrupts).forEach(kind -> pairs.add(one + " × " + kind)));
        return pairs;
    }
}
