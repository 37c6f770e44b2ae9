package orchard.app.store;

import java.util.List;
import orchard.gear.Focus;
import orchard.rig.PartJson;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code focus}. */
@Component
class FocusTable {

    private static final TypeReference<List<String>> PLACES = new TypeReference<>() {};
    private static final TypeReference<Goes> GOES = new TypeReference<>() {};

    /** What a focus goes with, and what it passes over. */
    record Goes(Focus.Selection selection, Focus.Link link, String skips, boolean several) {}

    private final JdbcClient jdbc;

    FocusTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<Versioned<Focus>> all() {
        return jdbc.sql("select * from focus")
                .query((rs, row) -> {
                    Goes goes = PartJson.read(rs.getString("goes"), GOES);
                    return new Versioned<>(
                            new Focus(
                                    rs.getString("id"),
                                    rs.getString("name"),
                                    rs.getString("noun"),
                                    rs.getString("device"),
                                    PartJson.read(rs.getString("places"), PLACES),
                                    rs.getInt("width"),
                                    Focus.Ends.valueOf(rs.getString("ends")),
                                    goes.selection(),
                                    goes.link(),
                                    goes.skips(),
                                    goes.several()),
                            rs.getLong("revision"));
                })
                .list();
    }

    void delete(String id) {
        jdbc.sql("delete from focus where id = ?").param(id).update();
    }

    void insert(Focus focus, long revision) {
        jdbc.sql("""
                        insert into focus (id, revision, name, noun, device, places, width, ends, goes)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(
                        focus.id(),
                        revision,
                        focus.name(),
                        focus.noun(),
                        focus.device(),
                        PartJson.write(focus.places(), PLACES),
                        focus.width(),
                        focus.ends().name(),
                        PartJson.write(new Goes(focus.selection(), focus.link(), focus.skips(), focus.several()), GOES))
                .update();
    }
}
