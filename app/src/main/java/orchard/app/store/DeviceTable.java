package orchard.app.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Reception;
import orchard.gear.Seat;
import orchard.gear.Setup;
import orchard.gear.Wire;
import orchard.light.Light;
import orchard.light.LightKind;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.PartJson;
import orchard.signal.Message;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code device} with {@code control}, {@code parameter_group}, {@code parameter} and {@code light}. */
@Component
class DeviceTable {

    private static final TypeReference<Marks> MARKS = new TypeReference<>() {};
    private static final TypeReference<List<Double>> NUMBERS = new TypeReference<>() {};
    private static final TypeReference<List<Dimension>> DIMENSIONS = new TypeReference<>() {};
    private static final TypeReference<Law> LAW = new TypeReference<>() {};
    private static final TypeReference<Binding> BINDING = new TypeReference<>() {};
    private static final TypeReference<LightKind> LAMP = new TypeReference<>() {};
    private static final TypeReference<Reception> RECEPTION = new TypeReference<>() {};
    private static final TypeReference<Said> SAID = new TypeReference<>() {};
    private static final TypeReference<Setup> SETUP = new TypeReference<>() {};

    /** What has to be said to a device. */
    record Said(List<Message> greeting, List<Message> keepAlive, List<Message> panic) {}

    private record Of<T>(String device, T value) {}

    private final JdbcClient jdbc;
    private final JdbcTemplate batch;

    DeviceTable(JdbcClient jdbc, JdbcTemplate batch) {
        this.jdbc = jdbc;
        this.batch = batch;
    }

    List<Versioned<Device>> all() {
        Map<String, List<Control>> controls = children(
                "select * from control order by device, place",
                rs -> new Control(
                        rs.getString("id"),
                        rs.getString("name"),
                        rs.getString("label"),
                        Control.Kind.valueOf(rs.getString("kind")),
                        PartJson.read(rs.getString("dimensions"), DIMENSIONS),
                        new Control.Face(
                                rs.getDouble("x"), rs.getDouble("y"), rs.getDouble("width"), rs.getDouble("height")),
                        rs.getString("page_group").isEmpty()
                                ? null
                                : new Control.Page(rs.getString("page_group"), rs.getInt("page"))));
        Map<String, List<Group>> groups = children(
                "select * from parameter_group order by device, place",
                rs -> new Group(
                        rs.getString("id"),
                        rs.getString("parent"),
                        rs.getString("name"),
                        rs.getString("name_address"),
                        rs.getString("identity")));
        Map<String, List<Parameter>> parameters = children(
                "select * from parameter order by device, place",
                rs -> new Parameter(
                        rs.getString("id"),
                        rs.getString("grp"),
                        rs.getString("name"),
                        new Range(rs.getDouble("low"), rs.getDouble("high"), rs.getString("unit")),
                        PartJson.read(rs.getString("law"), LAW),
                        rs.getDouble("standard"),
                        PartJson.read(rs.getString("binding"), BINDING),
                        rs.getBoolean("settable"),
                        PartJson.read(rs.getString("marks"), MARKS),
                        PartJson.read(rs.getString("favourites"), NUMBERS)));
        Map<String, List<Light>> lights = children(
                "select * from light order by device, place",
                rs -> new Light(
                        rs.getString("id"),
                        rs.getString("name"),
                        rs.getString("control"),
                        PartJson.read(rs.getString("lamp"), LAMP)));
        return jdbc.sql("select * from device")
                .query((rs, row) -> {
                    String id = rs.getString("id");
                    Said said = PartJson.read(rs.getString("said"), SAID);
                    Profile profile = new Profile(
                            controls.getOrDefault(id, List.of()),
                            groups.getOrDefault(id, List.of()),
                            parameters.getOrDefault(id, List.of()),
                            lights.getOrDefault(id, List.of()),
                            said.greeting(),
                            said.keepAlive(),
                            said.panic(),
                            PartJson.read(rs.getString("setup"), SETUP));
                    Seat seat = new Seat(
                            Wire.valueOf(rs.getString("wire")),
                            rs.getString("seat_in"),
                            rs.getString("seat_out"),
                            PartJson.read(rs.getString("reception"), RECEPTION));
                    Device device = new Device(id, rs.getString("name"), rs.getString("role"), seat, profile);
                    return new Versioned<>(device, rs.getLong("revision"));
                })
                .list();
    }

    private <T> Map<String, List<T>> children(String sql, RowReader<T> reader) {
        return jdbc.sql(sql).query((rs, row) -> new Of<>(rs.getString("device"), reader.read(rs))).list().stream()
                .collect(Collectors.groupingBy(Of::device, Collectors.mapping(Of::value, Collectors.toList())));
    }

    private interface RowReader<T> {
        T read(ResultSet rs) throws SQLException;
    }

    void delete(String id) {
        jdbc.sql("delete from device where id = ?").param(id).update();
    }

    void insert(Device device, long revision) {
        Profile profile = device.profile();
        jdbc.sql("""
                        insert into device (id, revision, name, role, wire, seat_in, seat_out, reception, said, setup)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(
                        device.id(),
                        revision,
                        device.name(),
                        device.role(),
                        device.seat().wire().name(),
                        device.seat().in(),
                        device.seat().out(),
                        PartJson.write(device.seat().reception(), RECEPTION),
                        PartJson.write(new Said(profile.greeting(), profile.keepAlive(), profile.panic()), SAID),
                        PartJson.write(profile.setup(), SETUP))
                .update();
        insertAll("""
                insert into control (device, place, id, name, label, kind, x, y, width, height, dimensions, page_group, page)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """, device.id(), profile.controls(), c -> new Object[] {
            c.id(),
            c.name(),
            c.label(),
            c.kind().name(),
            c.face().x(),
            c.face().y(),
            c.face().width(),
            c.face().height(),
            PartJson.write(c.dimensions(), DIMENSIONS),
            c.page() == null ? "" : c.page().group(),
            c.pageNumber()
        });
        insertAll(
                "insert into parameter_group (device, place, id, parent, name, name_address, identity) values (?, ?, ?, ?, ?, ?, ?)",
                device.id(),
                profile.groups(),
                g -> new Object[] {g.id(), g.parent(), g.name(), g.nameAddress(), g.identity()});
        insertAll("""
                insert into parameter (device, place, id, grp, name, low, high, unit, law, standard, binding, settable,
                  marks, favourites)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """, device.id(), profile.parameters(), p -> new Object[] {
            p.id(),
            p.group(),
            p.name(),
            p.range().low(),
            p.range().high(),
            p.range().unit(),
            PartJson.write(p.law(), LAW),
            p.standard(),
            PartJson.write(p.binding(), BINDING),
            p.settable(),
            PartJson.write(p.marks(), MARKS),
            PartJson.write(p.favourites(), NUMBERS)
        });
        insertAll(
                "insert into light (device, place, id, name, control, lamp) values (?, ?, ?, ?, ?, ?)",
                device.id(),
                profile.lights(),
                l -> new Object[] {l.id(), l.name(), l.control(), PartJson.write(l.kind(), LAMP)});
    }

    private <T> void insertAll(String sql, String device, List<T> rows, Function<T, Object[]> columns) {
        batch.batchUpdate(sql, ChildRows.of(device, rows, columns));
    }
}
