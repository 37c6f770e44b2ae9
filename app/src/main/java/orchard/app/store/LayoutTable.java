package orchard.app.store;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Ref;
import orchard.layout.Element;
import orchard.layout.Face;
import orchard.layout.Guard;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.layout.Tint;
import orchard.layout.Upright;
import orchard.rig.PartJson;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code layout} with {@code layout_page} and {@code layout_element}. */
@Component
class LayoutTable {

    private record Of(String layout, Element element) {}

    private record PageOf(String layout, Page page) {}

    private static final TypeReference<Face> FACE = new TypeReference<>() {};

    private final JdbcClient jdbc;
    private final JdbcTemplate batch;

    LayoutTable(JdbcClient jdbc, JdbcTemplate batch) {
        this.jdbc = jdbc;
        this.batch = batch;
    }

    List<Versioned<Layout>> all() {
        Map<String, List<Element>> elements = jdbc
                .sql("select * from layout_element order by layout, place")
                .query((rs, row) -> {
                    String device = rs.getString("follows_device");
                    Ref.ToParameter follows =
                            device == null ? null : new Ref.ToParameter(device, rs.getString("follows_parameter"));
                    String face = rs.getString("face");
                    String guard = rs.getString("guard");
                    String tint = rs.getString("tint");
                    return new Of(
                            rs.getString("layout"),
                            Element.of(new Element.Stored(
                                    rs.getString("id"),
                                    Kind.valueOf(rs.getString("kind")),
                                    rs.getString("name"),
                                    rs.getInt("x"),
                                    rs.getInt("y"),
                                    rs.getInt("width"),
                                    rs.getInt("height"),
                                    follows,
                                    face == null ? null : PartJson.read(face, FACE),
                                    guard == null ? null : Guard.valueOf(guard),
                                    rs.getString("page"),
                                    tall(rs.getString("tall")),
                                    rs.getString("together"),
                                    rs.getBoolean("fixed"),
                                    tint == null ? null : Tint.valueOf(tint))));
                })
                .list()
                .stream()
                .collect(Collectors.groupingBy(Of::layout, Collectors.mapping(Of::element, Collectors.toList())));
        Map<String, List<Page>> pages = jdbc
                .sql("select * from layout_page order by layout, place")
                .query((rs, row) ->
                        new PageOf(rs.getString("layout"), new Page(rs.getString("id"), rs.getString("name"))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(PageOf::layout, Collectors.mapping(PageOf::page, Collectors.toList())));
        return jdbc.sql("select * from layout")
                .query((rs, row) -> new Versioned<>(
                        new Layout(
                                rs.getString("id"),
                                rs.getString("name"),
                                pages.getOrDefault(rs.getString("id"), List.of()),
                                elements.getOrDefault(rs.getString("id"), List.of())),
                        rs.getLong("revision")))
                .list();
    }

    private static String tall(Upright tall) {
        return "%d %d %d %d %d".formatted(tall.screen(), tall.x(), tall.y(), tall.width(), tall.height());
    }

    private static Upright tall(String text) {
        if (text == null) {
            return null;
        }
        int[] numbers = Stream.of(text.split(" ")).mapToInt(Integer::parseInt).toArray();
        return new Upright(numbers[0], numbers[1], numbers[2], numbers[3], numbers[4]);
    }

    void delete(String id) {
        jdbc.sql("delete from layout where id = ?").param(id).update();
    }

    void insert(Layout layout, long revision) {
        jdbc.sql("insert into layout (id, revision, name) values (?, ?, ?)")
                .params(layout.id(), revision, layout.name())
                .update();
        batch.batchUpdate(
                "insert into layout_page (layout, place, id, name) values (?, ?, ?, ?)",
                ChildRows.of(layout.id(), layout.pages(), page -> new Object[] {page.id(), page.name()}));
        batch.batchUpdate("""
                insert into layout_element
                    (layout, place, id, kind, name, x, y, width, height, follows_device, follows_parameter, face, guard, page, tall, together, fixed,
                    tint)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """, ChildRows.of(layout.id(), layout.elements(), element -> {
            Element.Stored e = element.stored();
            return new Object[] {
                e.id(),
                e.kind().name(),
                e.name(),
                e.x(),
                e.y(),
                e.width(),
                e.height(),
                e.follows() == null ? null : e.follows().device(),
                e.follows() == null ? null : e.follows().parameter(),
                e.face() == null ? null : PartJson.write(e.face(), FACE),
                e.guard() == null ? null : e.guard().name(),
                e.page(),
                e.tall() == null ? null : tall(e.tall()),
                e.group(),
                Boolean.TRUE.equals(e.fixed()),
                e.tint() == null ? null : e.tint().name()
            };
        }));
    }
}
