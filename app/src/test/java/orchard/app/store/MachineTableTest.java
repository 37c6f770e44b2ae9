package orchard.app.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.sql.SQLException;
import javax.sql.DataSource;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.AbstractDataSource;

/** What is allowed on this machine: remembered, and not in anybody's way while the database is gone. */
@ExtendWith(Orchard.class)
class MachineTableTest {

    /** A database nobody answers at. */
    private static final DataSource GONE = new AbstractDataSource() {
        @Override
        public java.sql.Connection getConnection() throws SQLException {
            throw new SQLException("nobody answers");
        }

        @Override
        public java.sql.Connection getConnection(String name, String password) throws SQLException {
            return getConnection();
        }
    };

    @Test
    void whatIsAllowedIsRemembered(TestOrchard orchard) {
        MachineTable machine = orchard.bean(MachineTable.class);
        boolean before = machine.typesKeys();
        machine.oscSenders("10.0.0.5 192.168.1.0/24");
        machine.typesKeys(!before);
        assertThat(machine.oscSenders()).isEqualTo("10.0.0.5 192.168.1.0/24");
        assertThat(machine.typesKeys()).isEqualTo(!before);
        machine.oscSenders("");
        machine.typesKeys(before);
    }

    @Test
    void whileTheDatabaseIsAwayItIsAllowedAllTheSame() {
        MachineTable machine = new MachineTable(JdbcClient.create(GONE));
        assertThatCode(() -> machine.typesKeys(false)).doesNotThrowAnyException();
        assertThatCode(() -> machine.oscSenders("10.0.0.5")).doesNotThrowAnyException();
    }
}
