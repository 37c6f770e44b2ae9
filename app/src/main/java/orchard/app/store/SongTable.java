package orchard.app.store;

import java.util.List;
import orchard.action.Action;
import orchard.rig.PartJson;
import orchard.rig.Song;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Owns {@code song}. */
@Component
class SongTable {

    private static final TypeReference<List<Action>> BEGINS = new TypeReference<>() {};

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
}
