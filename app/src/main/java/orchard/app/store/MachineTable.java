package orchard.app.store;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Owns {@code machine}: what was allowed on this machine. It goes with no rig, and no undo takes it back. While the database is away it is allowed or forbidden all the
 * same, and not remembered.
 */
@Component
public class MachineTable {

    private static final Logger LOG = LoggerFactory.getLogger(MachineTable.class);

    private final JdbcClient jdbc;

    MachineTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Whether keys may be typed into other programs. */
    public boolean typesKeys() {
        return jdbc.sql("select types_keys from machine").query(Boolean.class).single();
    }

    /** Remembers that it was allowed, or forbidden. */
    public void typesKeys(boolean allowed) {
        try {
            jdbc.sql("update machine set types_keys = ?").param(allowed).update();
        } catch (DataAccessException | TransactionException e) {
            LOG.warn(
                    "That typing keys was {} could not be remembered: {}",
                    allowed ? "allowed" : "forbidden",
                    e.getMessage());
        }
    }
}
