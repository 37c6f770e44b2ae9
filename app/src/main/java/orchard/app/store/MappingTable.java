package orchard.app.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.condition.Condition;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Cases;
import orchard.mapping.Gesture;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Marks;
import orchard.rig.PartJson;
import orchard.shape.Shape;
import orchard.shape.Stage;
import orchard.trigger.Trigger;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code mapping} with {@code mapping_trigger}, {@code mapping_layer}, {@code mapping_action} and {@code mapping_answer}. */
@Component
class MappingTable {

    private static final TypeReference<Look> LOOK = new TypeReference<>() {};
    private static final TypeReference<List<Rung>> RUNGS = new TypeReference<>() {};
    private static final TypeReference<Condition> DURING = new TypeReference<>() {};
    private static final TypeReference<List<Stage>> STAGES = new TypeReference<>() {};

    private static final TypeReference<Gesture> GESTURE = new TypeReference<>() {};
    private static final TypeReference<Marks> MARKS = new TypeReference<>() {};
    private static final TypeReference<List<Trigger>> ALSO = new TypeReference<>() {};
    private static final TypeReference<Cases> CASES = new TypeReference<>() {};
    private static final TypeReference<Action> ACTION = new TypeReference<>() {};

    private record Of<T>(String mapping, T value) {}

    private final JdbcClient jdbc;
    private final JdbcTemplate batch;

    MappingTable(JdbcClient jdbc, JdbcTemplate batch) {
        this.jdbc = jdbc;
        this.batch = batch;
    }

    List<Versioned<Mapping>> all() {
        Map<String, List<Ref.ToControl>> triggers = jdbc
                .sql("select * from mapping_trigger order by mapping, place")
                .query((rs, row) -> new Of<>(
                        rs.getString("mapping"),
                        new Ref.ToControl(rs.getString("device"), rs.getString("control"), rs.getString("dimension"))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Of::mapping, Collectors.mapping(Of::value, Collectors.toList())));
        Map<String, List<String>> layers = jdbc
                .sql("select * from mapping_layer order by mapping, place")
                .query((rs, row) -> new Of<>(rs.getString("mapping"), rs.getString("layer")))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Of::mapping, Collectors.mapping(Of::value, Collectors.toList())));
        Map<String, List<Action>> actions = actions(false);
        Map<String, List<Action>> releases = actions(true);
        Map<String, List<Show.Answer>> answers = jdbc
                .sql("select * from mapping_answer order by mapping, place")
                .query((rs, row) -> new Of<>(
                        rs.getString("mapping"),
                        new Show.Answer(
                                new Ref.ToLight(rs.getString("device"), rs.getString("light")),
                                Show.Rule.valueOf(rs.getString("rule")),
                                rs.getString("look") == null ? Look.USUAL : PartJson.read(rs.getString("look"), LOOK),
                                rs.getString("rungs") == null ? List.of() : PartJson.read(rs.getString("rungs"), RUNGS),
                                rs.getInt("asked"))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Of::mapping, Collectors.mapping(Of::value, Collectors.toList())));
        return jdbc.sql("select * from mapping")
                .query((rs, row) -> {
                    String id = rs.getString("id");
                    Mapping mapping = new Mapping(
                            id,
                            new When(
                                    triggers.getOrDefault(id, List.of()),
                                    PartJson.read(rs.getString("gesture"), GESTURE),
                                    PartJson.read(rs.getString("also"), ALSO)),
                            layers.getOrDefault(id, List.of()),
                            PartJson.read(rs.getString("during"), DURING),
                            new Shape(PartJson.read(rs.getString("shape"), STAGES)),
                            new Actions(actions.get(id), releases.getOrDefault(id, List.of())),
                            new Show(answers.getOrDefault(id, List.of())),
                            rs.getString("takeover") == null ? null : Takeover.valueOf(rs.getString("takeover")),
                            PartJson.read(rs.getString("marks"), MARKS),
                            PartJson.read(rs.getString("cases"), CASES));
                    return new Versioned<>(mapping, rs.getLong("revision"));
                })
                .list();
    }

    private Map<String, List<Action>> actions(boolean onRelease) {
        return jdbc
                .sql("select * from mapping_action where on_release = ? order by mapping, place")
                .param(onRelease)
                .query((rs, row) -> new Of<>(
                        rs.getString("mapping"),
                        rs.getString("details") == null
                                ? new SetParameter(
                                        new Ref.ToParameter(rs.getString("device"), rs.getString("parameter")))
                                : PartJson.read(rs.getString("details"), ACTION)))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Of::mapping, Collectors.mapping(Of::value, Collectors.toList())));
    }

    void delete(String id) {
        jdbc.sql("delete from mapping where id = ?").param(id).update();
    }

    void insert(Mapping mapping, long revision) {
        jdbc.sql("""
                        insert into mapping (id, revision, during, shape, gesture, takeover, marks, cases, also)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .param(mapping.id())
                .param(revision)
                .param(PartJson.write(mapping.during(), DURING))
                .param(PartJson.write(mapping.shape().stages(), STAGES))
                .param(PartJson.write(mapping.when().gesture(), GESTURE))
                .param(mapping.takeover() == null ? null : mapping.takeover().name())
                .param(PartJson.write(mapping.marks(), MARKS))
                .param(PartJson.write(mapping.cases(), CASES))
                .param(PartJson.write(mapping.when().also(), ALSO))
                .update();
        batch.batchUpdate(
                "insert into mapping_trigger (mapping, place, device, control, dimension) values (?, ?, ?, ?, ?)",
                ChildRows.of(mapping.id(), mapping.when().triggers(), t ->
                        new Object[] {t.device(), t.control(), t.dimension()}));
        batch.batchUpdate(
                "insert into mapping_layer (mapping, place, layer) values (?, ?, ?)",
                ChildRows.of(mapping.id(), mapping.layers(), layer -> new Object[] {layer}));
        int onPress = mapping.actions().onPress().size();
        List<Action> all = Stream.concat(mapping.actions().onPress().stream(), mapping.actions().onRelease().stream())
                .toList();
        List<Object[]> rows = new ArrayList<>();
        for (int place = 0; place < all.size(); place++) {
            Action action = all.get(place);
            Ref.ToParameter parameter = action.parameter();
            rows.add(new Object[] {
                mapping.id(),
                place,
                parameter == null ? null : parameter.device(),
                parameter == null ? null : parameter.parameter(),
                place >= onPress,
                PartJson.write(action, ACTION)
            });
        }
        batch.batchUpdate("""
                insert into mapping_action (mapping, place, device, parameter, on_release, details)
                values (?, ?, ?, ?, ?, ?)
                """, rows);
        batch.batchUpdate("""
                insert into mapping_answer (mapping, place, device, light, rule, look, rungs, asked)
                values (?, ?, ?, ?, ?, ?, ?, ?)
                """, ChildRows.of(mapping.id(), mapping.show().answers(), a -> new Object[] {
            a.light().device(),
            a.light().light(),
            a.rule().name(),
            a.look().equals(Look.USUAL) ? null : PartJson.write(a.look(), LOOK),
            a.rungs().isEmpty() ? null : PartJson.write(a.rungs(), RUNGS),
            a.rank()
        }));
    }
}
