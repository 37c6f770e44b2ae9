package orchard.app.store;

import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Owns {@code stand_in}: which stand-ins are switched on. While the database is away they are switched all the same, and it is not remembered. */
@Component
public class StandInTable {

    private static final Logger LOG = LoggerFactory.getLogger(StandInTable.class);

    private final JdbcClient jdbc;

    StandInTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** The ids of those that are switched on. */
    public List<String> on() {
        return jdbc.sql("select id from stand_in order by id")
                .query(String.class)
                .list();
    }

    /** Remembers that one was switched on or off. */
    public void switched(String id, boolean on) {
        try {
            jdbc.sql(on ? "insert ignore into stand_in (id) values (?)" : "delete from stand_in where id = ?")
                    .param(id)
                    .update();
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("That {} was switched could not be remembered: {}", id, e.getMessage());
        }
    }
}
