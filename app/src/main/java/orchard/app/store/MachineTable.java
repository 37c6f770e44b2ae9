package orchard.app.store;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Owns {@code machine}: what was allowed on this machine. It goes with no rig, and no undo takes it back. */
@Component
public class MachineTable {

    private final JdbcClient jdbc;

    MachineTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Whether keys may be typed into other programs. */
    public boolean typesKeys() {
        return jdbc.sql("select types_keys from machine").query(Boolean.class).single();
    }

    /** Allows that, or forbids it. */
    public void typesKeys(boolean allowed) {
        jdbc.sql("update machine set types_keys = ?").param(allowed).update();
    }
}
