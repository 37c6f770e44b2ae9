package orchard.app.store;

import orchard.mistake.Mistake;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Owns {@code browser}: what the browsers call themselves that make edits. */
@Component
public class BrowserTable {

    private static final int LONGEST = 60;

    private final JdbcClient jdbc;

    BrowserTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** What a browser is called, or "". */
    public String name(String id) {
        return jdbc.sql("select name from browser where id = ?")
                .param(id)
                .query(String.class)
                .optional()
                .orElse("");
    }

    /**
     * Calls a browser something, or nothing any more.
     *
     * @throws Mistake if the name is too long
     */
    public void rename(String id, String name) {
        if (name.length() > LONGEST) {
            throw new Mistake("name", "At most " + LONGEST + " letters");
        }
        jdbc.sql("insert into browser (id, name) values (?, ?) on duplicate key update name = value(name)")
                .param(id)
                .param(name)
                .update();
    }
}
