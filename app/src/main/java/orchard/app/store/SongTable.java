package orchard.app.store;

import java.util.List;
import java.util.Optional;
import orchard.rig.Song;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Owns {@code song} and {@code performance}. */
@Component
class SongTable {

    private final JdbcClient jdbc;

    SongTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<Versioned<Song>> all() {
        return jdbc.sql("select * from song")
                .query((rs, row) -> new Versioned<>(
                        new Song(rs.getString("id"), rs.getInt("place"), rs.getString("name"), rs.getString("note")),
                        rs.getLong("revision")))
                .list();
    }

    void delete(String id) {
        jdbc.sql("delete from song where id = ?").param(id).update();
    }

    void insert(Song song, long revision) {
        jdbc.sql("insert into song (id, revision, place, name, note) values (?, ?, ?, ?, ?)")
                .params(song.id(), revision, song.place(), song.name(), song.note())
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
