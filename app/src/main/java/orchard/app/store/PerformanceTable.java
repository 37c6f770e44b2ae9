package orchard.app.store;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.rig.PartJson;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code performance}: what stands when Orchard begins again, and no undo touches. */
@Component
class PerformanceTable {

    private static final TypeReference<Map<String, FocusStand>> STANDS = new TypeReference<>() {};
    private static final TypeReference<Map<String, Double>> REALS = new TypeReference<>() {};
    private static final TypeReference<List<String>> IDS = new TypeReference<>() {};

    private final JdbcClient jdbc;

    PerformanceTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** The layers that stayed on, the lowest first. */
    List<String> latched() {
        return jdbc.sql("select layers from performance").query(String.class).optional().stream()
                .flatMap(layers -> PartJson.read(layers, IDS).stream())
                .toList();
    }

    void latched(List<String> layers) {
        String json = PartJson.write(layers, IDS);
        jdbc.sql("insert into performance (one, layers) values (true, ?) on duplicate key update layers = ?")
                .params(json, json)
                .update();
    }

    /** Where the foci stood. */
    Map<String, FocusStand> foci() {
        return jdbc.sql("select foci from performance")
                .query(String.class)
                .optional()
                .map(foci -> PartJson.read(foci, STANDS))
                .orElse(Map.of());
    }

    void foci(Map<String, FocusStand> stands) {
        String json = PartJson.write(stands, STANDS);
        jdbc.sql("insert into performance (one, foci) values (true, ?) on duplicate key update foci = ?")
                .params(json, json)
                .update();
    }

    Optional<String> current() {
        return jdbc.sql("select song from performance").query(String.class).optional();
    }

    void current(String song) {
        jdbc.sql("insert into performance (one, song) values (true, ?) on duplicate key update song = ?")
                .params(song, song)
                .update();
    }

    /** Where variables stood that outlive a restart, in their units. */
    Map<String, Double> variables() {
        return jdbc.sql("select variables from performance")
                .query(String.class)
                .optional()
                .map(variables -> PartJson.read(variables, REALS))
                .orElse(Map.of());
    }

    void variables(Map<String, Double> reals) {
        String json = PartJson.write(reals, REALS);
        jdbc.sql("insert into performance (one, variables) values (true, ?) on duplicate key update variables = ?")
                .params(json, json)
                .update();
    }
}
