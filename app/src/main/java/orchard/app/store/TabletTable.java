package orchard.app.store;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Owns {@code tablet}. */
@Component
public class TabletTable {

    /** @param layout id of a layout, or "" for all */
    public record Row(String id, String name, String layout) {}

    private final JdbcClient jdbc;

    TabletTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** All there are, by their names. */
    public List<Row> all() {
        return jdbc.sql("select id, name, layout from tablet order by name, id")
                .query(Row.class)
                .list();
    }

    /** Keeps a new one. */
    public void insert(Row row) {
        jdbc.sql("insert into tablet (id, name, layout) values (?, ?, ?)")
                .params(row.id(), row.name(), row.layout())
                .update();
    }

    /** Forgets one. */
    public void delete(String id) {
        jdbc.sql("delete from tablet where id = ?").param(id).update();
    }
}
