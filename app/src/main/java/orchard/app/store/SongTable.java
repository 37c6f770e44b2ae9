package orchard.app.store;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.action.Action;
import orchard.rig.PartJson;
import orchard.rig.Song;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code song} and {@code performance}. */
@Component
class SongTable {

    private static final TypeReference<List<Action>> BEGINS = new TypeReference<>() {};

    private static final TypeReference<Map<String, FocusStand>> STANDS = new TypeReference<>() {};
    private static final TypeReference<List<String>> IDS = new TypeReference<>() {};

    private final JdbcClient jdbc;

    SongTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<Versioned<Song>> all() {
        return jdbc.sql("select * from song")
                .query((rs, row) -> new Versioned<>(
                        new Song(
                                rs.getString("id"),
                                rs.getInt("place"),
                                rs.getString("name"),
                                rs.getString("note"),
                                PartJson.read(rs.getString("begins"), BEGINS)),
                        rs.getLong("revision")))
                .list();
    }

    void delete(String id) {
        jdbc.sql("delete from song where id = ?").param(id).update();
    }

    void insert(Song song, long revision) {
        jdbc.sql("insert into song (id, revision, place, name, note, begins) values (?, ?, ?, ?, ?, ?)")
                .params(
                        song.id(),
                        revision,
                        song.place(),
                        song.name(),
                        song.note(),
                        PartJson.write(song.begins(), BEGINS))
                .update();
    }

    /** The layers that stayed on, the lowest first. */
    List<String> latched() {
        return jdbc.sql("select layers from performance").query(String.class).optional().stream()
                .flatMap(layers -> PartJson.read(layers, IDS).stream())
                .toList();
    }

    void latched(List<String> layers) {
        String json = PartJson.write(layers, IDS);
        jdbc.sql("insert into performance (one, layers) values (true, ?) on duplicate key update layers = ?")
                .params(json, json)
                .update();
    }

    /** Where the foci stood. */
    Map<String, FocusStand> foci() {
        return jdbc.sql("select foci from performance")
                .query(String.class)
                .optional()
                .map(foci -> PartJson.read(foci, STANDS))
                .orElse(Map.of());
    }

    void foci(Map<String, FocusStand> stands) {
        String json = PartJson.write(stands, STANDS);
        jdbc.sql("insert into performance (one, foci) values (true, ?) on duplicate key update foci = ?")
                .params(json, json)
                .update();
    }

    Optional<String> current() {
        return jdbc.sql("select song from performance").query(String.class).optional();
    }

    void current(String song) {
        jdbc.sql("insert into performance (one, song) values (true, ?) on duplicate key update song = ?")
                .params(song, song)
                .update();
    }
}
