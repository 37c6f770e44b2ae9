package orchard.app.store;

import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Owns {@code tablet}. */
@Component
public class TabletTable {

    /** @param layout id of a layout, or "" for all */
    public record Row(String id, String name, String layout) {}

    private static final Logger LOG = LoggerFactory.getLogger(TabletTable.class);

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

    /** Keeps a new one; false if the database is away. */
    public boolean insert(Row row) {
        return done(() -> jdbc.sql("insert into tablet (id, name, layout) values (?, ?, ?)")
                .params(row.id(), row.name(), row.layout())
                .update());
    }

    /** Forgets one; false if the database is away. */
    public boolean delete(String id) {
        return done(() -> jdbc.sql("delete from tablet where id = ?").param(id).update());
    }

    private static boolean done(Runnable change) {
        try {
            change.run();
            return true;
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The tablets could not be kept: {}", e.getMessage());
            return false;
        }
    }
}
