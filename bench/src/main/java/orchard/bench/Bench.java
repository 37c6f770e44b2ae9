package orchard.bench;

import java.io.IOException;
import org.openjdk.jmh.profile.GCProfiler;
import org.openjdk.jmh.results.format.ResultFormatType;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/** Runs every benchmark and prints the figures. */
public final class Bench {

    private Bench() {}

    /** The beginning. */
    public static void main(String[] arguments) throws RunnerException, IOException {
        OscRelay.main(arguments);
        EditBench.main(arguments);
        MovedBench.main(arguments);
        RouteBench.main(arguments);
        FormBench.main(arguments);
        new Runner(new OptionsBuilder()
                        .include(EngineBench.class.getSimpleName())
                        .include(LayerBench.class.getSimpleName())
                        .include(LightBench.class.getSimpleName())
                        .include(StageBench.class.getSimpleName())
                        .include(CodecBench.class.getSimpleName())
                        .addProfiler(GCProfiler.class)
                        .resultFormat(ResultFormatType.JSON)
                        .result(Results.file("core").toString())
                        .build())
                .run();
    }
}
