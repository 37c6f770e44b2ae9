package orchard.app.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.rig.Darkness;
import orchard.rig.PartJson;
import orchard.rig.Settings;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code settings}. */
@Component
class SettingsTable {

    private static final TypeReference<List<Integer>> PORTS = new TypeReference<>() {};
    private static final TypeReference<List<String>> SESSIONS = new TypeReference<>() {};

    private final JdbcClient jdbc;

    SettingsTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<Versioned<Settings>> all() {
        return jdbc.sql("select * from settings")
                .query((rs, row) -> new Versioned<>(
                        new Settings(
                                rs.getInt("octave"),
                                PartJson.read(rs.getString("udp_ports"), PORTS),
                                PartJson.read(rs.getString("tcp_ports"), PORTS),
                                PartJson.read(rs.getString("sessions"), SESSIONS),
                                Takeover.valueOf(rs.getString("takeover")),
                                Settings.Reconcile.valueOf(rs.getString("reconcile")),
                                parameter(rs, "tempo"),
                                new Darkness(parameter(rs, "dim"), parameter(rs, "black"))),
                        rs.getLong("revision")))
                .list();
    }

    void delete() {
        jdbc.sql("delete from settings").update();
    }

    void insert(Settings settings, long revision) {
        jdbc.sql("""
                        insert into settings
                            (id, revision, octave, takeover, reconcile, udp_ports, tcp_ports, sessions, tempo_device,
                             tempo_parameter, dim_device, dim_parameter, black_device, black_parameter)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(
                        Settings.ID,
                        revision,
                        settings.octaveOfNote60(),
                        settings.takeover().name(),
                        settings.reconcile().name(),
                        PartJson.write(settings.udpPorts(), PORTS),
                        PartJson.write(settings.tcpPorts(), PORTS),
                        PartJson.write(settings.sessions(), SESSIONS),
                        device(settings.tempo()),
                        parameter(settings.tempo()),
                        device(settings.darkness().dim()),
                        parameter(settings.darkness().dim()),
                        device(settings.darkness().black()),
                        parameter(settings.darkness().black()))
                .update();
    }

    private static Ref.ToParameter parameter(ResultSet rs, String of) throws SQLException {
        String device = rs.getString(of + "_device");
        return device.isEmpty() ? null : new Ref.ToParameter(device, rs.getString(of + "_parameter"));
    }

    private static String device(Ref.ToParameter parameter) {
        return parameter == null ? "" : parameter.device();
    }

    private static String parameter(Ref.ToParameter parameter) {
        return parameter == null ? "" : parameter.parameter();
    }
}
