package orchard.app.store;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import orchard.gear.Preset;
import orchard.parameter.Marks;
import orchard.rig.PartJson;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code preset} with {@code preset_value}. */
@Component
class PresetTable {

    private static final TypeReference<Marks> MARKS = new TypeReference<>() {};

    private record Of(String preset, Preset.Setting setting) {}

    private final JdbcClient jdbc;
    private final JdbcTemplate batch;

    PresetTable(JdbcClient jdbc, JdbcTemplate batch) {
        this.jdbc = jdbc;
        this.batch = batch;
    }

    List<Versioned<Preset>> all() {
        Map<String, List<Preset.Setting>> settings = jdbc
                .sql("select * from preset_value order by preset, place")
                .query((rs, row) -> new Of(
                        rs.getString("preset"), new Preset.Setting(rs.getString("parameter"), rs.getDouble("value"))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Of::preset, Collectors.mapping(Of::setting, Collectors.toList())));
        return jdbc.sql("select * from preset")
                .query((rs, row) -> new Versioned<>(
                        new Preset(
                                rs.getString("id"),
                                rs.getString("device"),
                                rs.getString("name"),
                                rs.getString("type"),
                                rs.getString("page"),
                                PartJson.read(rs.getString("marks"), MARKS),
                                settings.getOrDefault(rs.getString("id"), List.of())),
                        rs.getLong("revision")))
                .list();
    }

    void delete(String id) {
        jdbc.sql("delete from preset where id = ?").param(id).update();
    }

    void insert(Preset preset, long revision) {
        jdbc.sql("insert into preset (id, revision, device, name, type, page, marks) values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        preset.id(),
                        revision,
                        preset.device(),
                        preset.name(),
                        preset.type(),
                        preset.page(),
                        PartJson.write(preset.marks(), MARKS))
                .update();
        batch.batchUpdate(
                "insert into preset_value (preset, place, parameter, value) values (?, ?, ?, ?)",
                ChildRows.of(preset.id(), preset.values(), s -> new Object[] {s.parameter(), s.real()}));
    }
}
