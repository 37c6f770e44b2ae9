package orchard.app.store;

import java.util.List;
import orchard.gear.Layer;
import orchard.rig.PartJson;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code layer}. */
@Component
class LayerTable {

    private static final TypeReference<Details> DETAILS = new TypeReference<>() {};

    /** What nobody searches for. */
    record Details(boolean blocks, List<String> together, Layer.OfPage page, Layer.OfChannel channel) {}

    private final JdbcClient jdbc;

    LayerTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<Versioned<Layer>> all() {
        return jdbc.sql("select * from layer")
                .query((rs, row) -> {
                    Details details = PartJson.read(rs.getString("details"), DETAILS);
                    return new Versioned<>(
                            new Layer(
                                    rs.getString("id"),
                                    rs.getString("name"),
                                    Layer.Sign.valueOf(rs.getString("sign")),
                                    rs.getString("grp"),
                                    details.blocks(),
                                    details.together(),
                                    details.page(),
                                    details.channel()),
                            rs.getLong("revision"));
                })
                .list();
    }

    void delete(String id) {
        jdbc.sql("delete from layer where id = ?").param(id).update();
    }

    void insert(Layer layer, long revision) {
        jdbc.sql("insert into layer (id, revision, name, sign, grp, details) values (?, ?, ?, ?, ?, ?)")
                .params(
                        layer.id(),
                        revision,
                        layer.name(),
                        layer.sign().name(),
                        layer.group(),
                        PartJson.write(
                                new Details(layer.blocks(), layer.together(), layer.page(), layer.channel()), DETAILS))
                .update();
    }
}
