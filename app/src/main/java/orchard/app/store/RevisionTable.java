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

    /**
     * An edit that was made.
     *
     * @param revision its number
     * @param by what the browser calls itself that made it, or ""
     */
    record Made(long revision, Edit edit, String by) {}

    private static final RowMapper<Made> MADE = (rs, row) -> new Made(
            rs.getLong("id"),
            new Edit(rs.getString("label"), PartJson.readChanges(rs.getString("changes"))),
            rs.getString("by_name"));

    private final JdbcClient jdbc;

    RevisionTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    long last() {
        return jdbc.sql("select coalesce(max(id), 0) from revision")
                .query(Long.class)
                .single();
    }

    /**
     * What the next undo takes back.
     *
     * @param maker id of the browser of whose own it is, or null for anybody's; what Orchard did by itself is everybody's own
     */
    Optional<Made> undoable(String maker) {
        return made(maker, "not r.undone and (:maker is null or r.made_by in (:maker, ''))", "r.id desc");
    }

    /** What the next redo does again: what was taken back last, by that browser; of anybody's, if nobody made an edit since. */
    Optional<Made> redoable(String maker) {
        return made(maker, """
                r.undone and not r.dropped
                and case when :maker is not null then r.undone_by in (:maker, '')
                    else r.undone_in is null or r.undone_in > (select max(id) from revision where kind = 'edit') end
                """, "coalesce(r.undone_in, 0) desc, r.id");
    }

    private Optional<Made> made(String maker, String which, String order) {
        return jdbc.sql("""
                        select r.*, coalesce(b.name, '') as by_name from revision r left join browser b on b.id = r.made_by
                        where r.kind = 'edit' and %s order by %s limit 1
                        """.formatted(which, order))
                .param("maker", maker)
                .query(MADE)
                .optional();
    }

    /** A revision of any kind. */
    Optional<Made> revision(long number) {
        return jdbc.sql("""
                        select r.*, coalesce(b.name, '') as by_name from revision r left join browser b on b.id = r.made_by
                        where r.id = ?
                        """).param(number).query(MADE).optional();
    }

    void insertEdit(long revision, Edit edit) {
        jdbc.sql("update revision set dropped = true where undone and not dropped and undone_by in (?, '')")
                .param(Maker.now())
                .update();
        insert(revision, "edit", edit, null);
    }

    void insertUndo(long revision, Made of) {
        jdbc.sql("update revision set undone = true, dropped = false, undone_by = ?, undone_in = ? where id = ?")
                .param(Maker.now())
                .param(revision)
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
        jdbc.sql("insert into revision (id, label, kind, edits, changes, made_by) values (?, ?, ?, ?, ?, ?)")
                .param(revision)
                .param(label)
                .param(kind)
                .param(edits)
                .param(PartJson.writeChanges(edit.changes()))
                .param(Maker.now())
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
