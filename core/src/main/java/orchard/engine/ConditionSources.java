package orchard.engine;

import java.util.LinkedHashSet;
import java.util.Set;
import orchard.condition.All;
import orchard.condition.Always;
import orchard.condition.Any;
import orchard.condition.AtDefault;
import orchard.condition.ChangedLast;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.DevicePresent;
import orchard.condition.FocusAt;
import orchard.condition.IsOn;
import orchard.condition.Known;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.condition.NoteInScale;
import orchard.condition.NoteSounds;
import orchard.condition.PageOpen;
import orchard.condition.PresetRecalled;
import orchard.condition.SongIs;
import orchard.condition.Struck;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.rig.Rig;

/** Finds what conditions depend on: whoever shows whether one holds asks again when any of it changes, and only then. */
record ConditionSources(Rig rig, Cells cells, Played played, Plan.Shown own, Set<Object> found)
        implements Condition.Visitor<Void> {

    /** The addresses and sources a condition depends on. */
    static Set<Object> of(Condition condition, Rig rig, Cells cells, Played played, Plan.Shown own) {
        ConditionSources sources = new ConditionSources(rig, cells, played, own, new LinkedHashSet<>());
        condition.accept(sources);
        return sources.found;
    }

    private Void add(Object source) {
        found.add(source);
        return null;
    }

    private Void each(Condition condition) {
        condition.parts().forEach(part -> part.accept(this));
        return null;
    }

    private Void parameter(Ref.ToParameter ref) {
        return rig.parameter(ref).isPresent() ? add(cells.address(ref, rig)) : null;
    }

    @Override
    public Void all(All condition) {
        return each(condition);
    }

    @Override
    public Void always(Always condition) {
        return null;
    }

    @Override
    public Void any(Any condition) {
        return each(condition);
    }

    @Override
    public Void atDefault(AtDefault condition) {
        return parameter(condition.parameter());
    }

    @Override
    public Void changedLast(ChangedLast condition) {
        parameter(condition.parameter());
        return add(cells.changed());
    }

    @Override
    public Void compared(Compared condition) {
        return parameter(condition.parameter());
    }

    @Override
    public Void devicePresent(DevicePresent condition) {
        return rig.device(condition.device()).isPresent() ? add(cells.device(condition.device())) : null;
    }

    @Override
    public Void focusAt(FocusAt condition) {
        return rig.focus(condition.focus()).isPresent() ? add(cells.focus(condition.focus())) : null;
    }

    @Override
    public Void isOn(IsOn condition) {
        if (own != null) {
            own.asks().forEach(found::add);
        }
        return null;
    }

    @Override
    public Void known(Known condition) {
        return parameter(condition.parameter());
    }

    @Override
    public Void layerOn(LayerOn condition) {
        return rig.layer(condition.layer()).isPresent() ? add(cells.layer(condition.layer())) : null;
    }

    @Override
    public Void not(Not condition) {
        return each(condition);
    }

    @Override
    public Void noteInScale(NoteInScale condition) {
        parameter(condition.root());
        return parameter(condition.scale());
    }

    @Override
    public Void noteSounds(NoteSounds condition) {
        return played == null ? null : add(played.device());
    }

    @Override
    public Void pageOpen(PageOpen condition) {
        return rig.device(condition.device()).isPresent() ? add(cells.selector(condition.owner())) : null;
    }

    @Override
    public Void presetRecalled(PresetRecalled condition) {
        return rig.device(condition.device()).isPresent()
                ? add(cells.selector(Selector.Owner.presets(condition.device())))
                : null;
    }

    @Override
    public Void songIs(SongIs condition) {
        return add(cells.songs());
    }

    @Override
    public Void struck(Struck condition) {
        return null; // nothing is struck where a light is asked
    }
}
