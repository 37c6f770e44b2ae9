package orchard.app.store;

import java.util.List;
import java.util.Optional;
import orchard.rig.Edit;
import orchard.rig.PartJson;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Owns {@code revision}: every edit, undo and redo in the order they were made; nothing is ever deleted. */
@Component
class RevisionTable {

    /** An edit that was made, with its number. */
    record Made(long revision, Edit edit) {}

    private static final RowMapper<Made> MADE = (rs, row) ->
            new Made(rs.getLong("id"), new Edit(rs.getString("label"), PartJson.readChanges(rs.getString("changes"))));

    private final JdbcClient jdbc;

    RevisionTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    long last() {
        return jdbc.sql("select coalesce(max(id), 0) from revision")
                .query(Long.class)
                .single();
    }

    /** What the next undo takes back. */
    Optional<Made> undoable() {
        return jdbc.sql("select * from revision where kind = 'edit' and not undone order by id desc limit 1")
                .query(MADE)
                .optional();
    }

    /** What the next redo does again. */
    Optional<Made> redoable() {
        return jdbc.sql("""
                        select * from revision
                        where kind = 'edit' and undone = true and dropped = false order by id limit 1
                        """).query(MADE).optional();
    }

    void insertEdit(long revision, Edit edit) {
        jdbc.sql("update revision set dropped = true where undone = true and dropped = false")
                .update();
        insert(revision, "edit", edit, null);
    }

    void insertUndo(long revision, Made of) {
        jdbc.sql("update revision set undone = true where id = ?")
                .param(of.revision())
                .update();
        insert(revision, "undo", of.edit().inverse(), of.revision());
    }

    void insertRedo(long revision, Made of) {
        jdbc.sql("update revision set undone = false where id = ?")
                .param(of.revision())
                .update();
        insert(revision, "redo", of.edit(), of.revision());
    }

    void insertLoad(long revision, Edit edit) {
        insert(revision, "load", edit, null);
    }

    private void insert(long revision, String kind, Edit edit, Long edits) {
        String label = edit.label().length() > 400 ? edit.label().substring(0, 400) : edit.label();
        jdbc.sql("insert into revision (id, label, kind, edits, changes) values (?, ?, ?, ?, ?)")
                .param(revision)
                .param(label)
                .param(kind)
                .param(edits)
                .param(PartJson.writeChanges(edit.changes()))
                .update();
    }

    /** The labels of the newest revisions, newest first. */
    List<String> labels(int count) {
        return jdbc.sql("select label from revision order by id desc limit ?")
                .param(count)
                .query(String.class)
                .list();
    }
}
