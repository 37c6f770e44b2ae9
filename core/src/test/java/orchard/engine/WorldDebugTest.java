package orchard.engine;

import org.junit.jupiter.api.Test;

class WorldDebugTest {
    @Test
    void one() {
        String[] parts = System.getProperty("world").split("/");
        int[] m = java.util.Arrays.stream(parts[0].split(",")).mapToInt(Integer::parseInt).toArray();
        World world = new World(m);
        for (int i = 0; i < m.length; i++) System.out.println(WorldRig.mapping("m" + (i + 1), m[i]));
        world.traces.clear();
        for (String s : parts[1].split(",")) world.step(Integer.parseInt(s));
        System.out.println(world.end());
        for (Trace t : world.traces) System.out.println(t.number() + "<" + t.cause() + " " + t.event().toString().substring(0, Math.min(100, t.event().toString().length())) + "\n      " + t.steps());
    }
}
