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
        remember(
                "update machine set types_keys = ?",
                allowed,
                "That typing keys was " + (allowed ? "allowed" : "forbidden"));
    }

    /** The addresses that may send OSC, with spaces between; "" for everybody. */
    public String oscSenders() {
        return jdbc.sql("select osc_senders from machine").query(String.class).single();
    }

    /** Remembers them. */
    public void oscSenders(String addresses) {
        remember("update machine set osc_senders = ?", addresses, "Who may send OSC");
    }

    private void remember(String sql, Object what, String words) {
        try {
            jdbc.sql(sql).param(what).update();
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("{} could not be remembered: {}", words, e.getMessage());
        }
    }
}
