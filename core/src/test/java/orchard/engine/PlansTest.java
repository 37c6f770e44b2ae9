package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaField;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import orchard.Gear;
import orchard.mapping.Mapping;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.junit.jupiter.api.Test;

/** Plans are made of parts, state is kept for what is in the rig and for nothing else, and in one place. */
class PlansTest {

    /** Where something may change: the state and what it is made of, the turn, and what stands in front of the engine. */
    private static final Set<String> MAY_CHANGE = Set.of(
            "State",
            "Ledger",
            "Press",
            "Debt",
            "Timers",
            "Cycle",
            "Causes",
            "Fence",
            "EngineThread",
            "Trial",
            "Compiler",
            "Cells");

    private final Compiler compiler = new Compiler();

    private static Rig many(int count) {
        Rig rig = Gear.rig();
        List<Part> parts = new ArrayList<>(rig.parts());
        for (int i = 1; i <= count; i++) {
            parts.add(new Part.OfMapping(Gear.mapping("m" + i, "k1", "turn", i % 2 == 0 ? "volume" : "cutoff")));
        }
        return Rig.of(parts);
    }

    private static Rig tag(Rig rig, String id, String tag) {
        Mapping before = rig.mapping(id).orElseThrow();
        return rig.apply(Edit.change(
                "tag", new Part.OfMapping(before), new Part.OfMapping(before.with(new Marks(false, List.of(tag))))));
    }

    @Test
    void anEditMakesAnewOnlyWhatItTouches() {
        Rig rig = many(200);
        compiler.compile(rig);
        assertThat(compiler.made()).isEqualTo(202);
        compiler.compile(tag(rig, "m7", "x"));
        assertThat(compiler.made()).isEqualTo(1);
        compiler.compile(rig);
        assertThat(compiler.made()).as("undone").isEqualTo(1);
    }

    @Test
    void anEditOfADeviceMakesAnewWhatIsAboutIt() {
        Rig rig = many(20);
        compiler.compile(rig);
        Part desk = rig.part("desk").orElseThrow();
        Rig without = rig.apply(Edit.remove("delete", desk));
        compiler.compile(without);
        assertThat(compiler.made()).isEqualTo(20);
    }

    @Test
    void editsLeaveNoStateBehind() {
        Rig rig = many(20);
        compiler.compile(rig);
        int places = compiler.places();
        for (int i = 0; i < 3_000; i++) {
            Rig more = tag(rig, "m" + (1 + i % 20), "t" + i);
            compiler.compile(
                    more.apply(Edit.add("add", new Part.OfMapping(Gear.mapping("n" + i, "k1", "turn", "mute")))));
        }
        compiler.compile(rig);
        assertThat(compiler.places()).isEqualTo(places);
    }

    /** What changes is in the state; everything else in the engine is made once, so nothing can be held outside the ledger. */
    @Test
    void nothingChangesOutsideTheState() {
        JavaClasses classes = new ClassFileImporter()
                .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                .importPackages("orchard.engine");
        Set<Class<?>> containers = Set.of(Collection.class, Map.class, Queue.class);
        List<String> wrong = classes.stream()
                .filter(type -> !type.isRecord() && !type.isEnum() && !type.isInterface())
                .filter(type ->
                        MAY_CHANGE.stream().noneMatch(name -> type.getName().matches(".*\\." + name + "(\\$.*)?")))
                .flatMap(type -> type.getFields().stream())
                .filter(field -> !field.getModifiers().contains(JavaModifier.SYNTHETIC))
                .filter(field -> !field.getModifiers().contains(JavaModifier.STATIC))
                .filter(field -> !field.getModifiers().contains(JavaModifier.FINAL)
                        || containers.stream()
                                .anyMatch(container -> field.getRawType().isAssignableTo(container)))
                .map(JavaField::getFullName)
                .filter(name -> !ALLOWED.contains(name))
                .sorted()
                .toList();
        assertThat(wrong).isEmpty();
    }

    /** When something is due next, which plan is in force; and what a plan, which is made once, is made of. */
    private static final Set<String> ALLOWED = Set.of(
            "orchard.engine.Engine.begun",
            "orchard.engine.Engine.keepAliveDue",
            "orchard.engine.Engine.plan",
            "orchard.engine.Lights.due",
            "orchard.engine.Lights.lastNanos",
            "orchard.engine.Mappings.tickDue",
            "orchard.engine.Targets.tickDue",
            "orchard.engine.Plan.answering",
            "orchard.engine.Plan.devices",
            "orchard.engine.Plan.foci",
            "orchard.engine.Plan.layers",
            "orchard.engine.Plan.listening",
            "orchard.engine.Plan.mappings",
            "orchard.engine.Plan.presets",
            "orchard.engine.Plan.routes",
            "orchard.engine.Plan.ruled",
            "orchard.engine.Plan.showing",
            "orchard.engine.Plan.watched");
}
