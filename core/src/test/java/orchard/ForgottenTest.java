package orchard;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BinaryOperator;
import java.util.stream.Stream;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A new variant that is forgotten somewhere does not compile. Compiles core with variants that nobody thought of, and looks where it fails. */
class ForgottenTest {

    private static final Path SOURCES = Path.of("src", "main", "java");

    /** Families whose variants say everything themselves, or through a visitor. */
    private static final Set<String> FAMILIES = Set.of(
            "orchard/shape/Stage",
            "orchard/action/Action",
            "orchard/action/Value",
            "orchard/outcome/Outcome",
            "orchard/engine/Event",
            "orchard/signal/MidiMessage",
            "orchard/signal/MessagePattern",
            "orchard/signal/OscArgument",
            "orchard/parameter/Law",
            "orchard/parameter/Binding",
            "orchard/light/LightKind",
            "orchard/gear/Ref",
            "orchard/condition/Condition",
            "orchard/trigger/Trigger",
            "orchard/engine/Debt",
            "orchard/session/SessionMessage",
            "orchard/signal/OscPacket",
            "orchard/rig/Part");

    /** Who has to know of every variant of a family besides. */
    private static final Map<String, Set<String>> VISITED = Map.of(
            "orchard/action/Action", Set.of("orchard/engine/ActionRunner", "orchard/text/ActionWriter"),
            "orchard/condition/Condition",
                    Set.of(
                            "orchard/engine/ConditionCompiler",
                            "orchard/engine/ConditionSources",
                            "orchard/text/ConditionWriter"),
            "orchard/trigger/Trigger", Set.of("orchard/engine/TriggerCompiler", "orchard/text/TriggerWriter"),
            "orchard/shape/Stage", Set.of("orchard/text/StageWriter"),
            "orchard/engine/Event", Set.of("orchard/engine/Engine"),
            "orchard/rig/Part", Set.of("orchard/rig/PartCheck"));

    @TempDir
    Path out;

    @Test
    void aVariantThatSaysNothingOfItselfDoesNotCompile() throws IOException {
        assertThat(failing(FAMILIES, ForgottenTest::withVariant)).isEqualTo(new TreeSet<>(FAMILIES));
    }

    @Test
    void aVariantThatAVisitorForgetsDoesNotCompile() throws IOException {
        Set<String> knowing = new TreeSet<>();
        VISITED.values().forEach(knowing::addAll);
        assertThat(failing(VISITED.keySet(), (family, source) -> withMethod(source)))
                .isEqualTo(knowing);
    }

    private static String withVariant(String family, String source) {
        String name = family.substring(family.lastIndexOf('/') + 1);
        int end = source.lastIndexOf('}');
        return source.substring(0, end).replaceFirst("permits ", "permits " + name + ".Forgotten, ")
                + "record Forgotten() implements " + name + " {}\n}\n";
    }

    private static String withMethod(String source) {
        return source.replaceFirst("(interface Visitor[^{]*\\{)", "$1 void forgotten();");
    }

    /** The files that do not compile when some of them are changed. */
    private Set<String> failing(Set<String> changed, BinaryOperator<String> change) throws IOException {
        List<JavaFileObject> sources = new ArrayList<>();
        try (Stream<Path> files = Files.walk(SOURCES)) {
            for (Path file : files.filter(f -> f.toString().endsWith(".java")).toList()) {
                String name = name(SOURCES.relativize(file).toString());
                String source = Files.readString(file);
                sources.add(new Source(name, changed.contains(name) ? change.apply(name, source) : source));
            }
        }
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        DiagnosticCollector<JavaFileObject> said = new DiagnosticCollector<>();
        List<String> options = List.of("-proc:none", "-Xmaxerrs", "1000", "-d", out.toString());
        compiler.getTask(null, null, said, options, null, sources).call();
        Set<String> failing = new TreeSet<>();
        for (Diagnostic<? extends JavaFileObject> one : said.getDiagnostics()) {
            if (one.getKind() == Diagnostic.Kind.ERROR) {
                failing.add(name(one.getSource().getName().substring(1)));
            }
        }
        return failing;
    }

    private static String name(String file) {
        return file.replace('\\', '/').replaceAll("\\.java$", "");
    }

    private static final class Source extends SimpleJavaFileObject {
        private final String text;

        Source(String name, String text) {
            super(URI.create("string:///" + name + ".java"), Kind.SOURCE);
            this.text = text;
        }

        @Override
        public CharSequence getCharContent(boolean ignoreEncodingErrors) {
            return text;
        }
    }
}
