package orchard.app.store;

import java.util.List;
import orchard.mapping.Route;
import orchard.rig.PartJson;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code route}. */
@Component
class RouteTable {

    private static final TypeReference<Details> DETAILS = new TypeReference<>() {};

    /** What nobody searches for. */
    record Details(Route.Passes passes, Route.Changes changes, boolean mapped) {}

    private final JdbcClient jdbc;

    RouteTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<Versioned<Route>> all() {
        return jdbc.sql("select * from route")
                .query((rs, row) -> {
                    Details details = PartJson.read(rs.getString("details"), DETAILS);
                    return new Versioned<>(
                            new Route(
                                    rs.getString("id"),
                                    rs.getString("from_device"),
                                    rs.getString("to_device"),
                                    details.passes(),
                                    details.changes(),
                                    details.mapped()),
                            rs.getLong("revision"));
                })
                .list();
    }

    void delete(String id) {
        jdbc.sql("delete from route where id = ?").param(id).update();
    }

    void insert(Route route, long revision) {
        jdbc.sql("insert into route (id, revision, from_device, to_device, details) values (?, ?, ?, ?, ?)")
                .params(
                        route.id(),
                        revision,
                        route.from(),
                        route.to(),
                        PartJson.write(new Details(route.passes(), route.changes(), route.mapped()), DETAILS))
                .update();
    }
}
