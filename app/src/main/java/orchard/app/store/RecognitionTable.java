package orchard.app.store;

import jakarta.annotation.PreDestroy;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.seat.Recognition;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Owns {@code recognition}. Writes behind those who ask, on a thread of its own; what cannot be written while the database is away
 * is written when it is back.
 */
@Component
public class RecognitionTable {

    private static final Logger LOG = LoggerFactory.getLogger(RecognitionTable.class);
    private static final int PERIOD_MILLIS = 250;

    private final JdbcClient jdbc;
    private final Map<String, Recognition> unwritten = new LinkedHashMap<>();
    private final ScheduledExecutorService behind = Daemon.scheduler("recognition");
    private boolean troubleTold;

    RecognitionTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
        behind.scheduleWithFixedDelay(this::write, PERIOD_MILLIS, PERIOD_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** Everything remembered, by device id. */
    public Map<String, Recognition> all() {
        Map<String, Recognition> all = new HashMap<>();
        jdbc.sql("select * from recognition").query(rs -> {
            all.put(
                    rs.getString("device"),
                    new Recognition(
                            rs.getString("place"),
                            rs.getString("identity"),
                            rs.getString("name"),
                            rs.getString("vendor"),
                            rs.getString("socket"),
                            rs.getBoolean("apart")));
        });
        return all;
    }

    /** Remembers, soon; does not wait. */
    public void keep(String device, Recognition known) {
        synchronized (unwritten) {
            unwritten.put(device, known);
        }
    }

    private void write() {
        Map<String, Recognition> now;
        synchronized (unwritten) {
            now = new LinkedHashMap<>(unwritten);
        }
        try {
            now.forEach((device, known) -> {
                write(device, known);
                synchronized (unwritten) {
                    unwritten.remove(device, known);
                }
            });
            troubleTold = false;
        } catch (DataAccessException | TransactionException e) {
            if (!troubleTold) {
                troubleTold = true;
                LOG.warn("What devices are recognised by could not be kept yet: {}", e.getMessage());
            }
        }
    }

    private void write(String device, Recognition known) {
        jdbc.sql("""
                        replace into recognition (device, place, identity, name, vendor, socket, apart)
                        values (?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(
                        device,
                        known.place(),
                        known.identity(),
                        cut(known.name()),
                        cut(known.vendor()),
                        cut(known.socket()),
                        known.apart())
                .update();
    }

    private static String cut(String text) {
        return text.length() > 200 ? text.substring(0, 200) : text;
    }

    @PreDestroy
    void close() {
        behind.shutdown();
        write();
    }
}
