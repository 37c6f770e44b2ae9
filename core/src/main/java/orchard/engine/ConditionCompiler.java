package orchard.engine;

import java.util.List;
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
import orchard.engine.Plan.Holding;
import orchard.gear.Dimension;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.signal.Scales;

/**
 * Makes conditions ready: finds the state of all they ask.
 *
 * @param trigger the number of the control that sets off what they are for, or null
 * @param played the note that the control of a light plays, or null
 * @param own what a light is about that asks whether that is on, or null
 */
record ConditionCompiler(Rig rig, Cells cells, Dimension trigger, Played played, Plan.Shown own)
        implements Condition.Visitor<Holding> {

    private static final Holding NEVER = number -> false;

    /** Those of whatever acts. */
    ConditionCompiler(Rig rig, Cells cells, Dimension trigger) {
        this(rig, cells, trigger, null, null);
    }

    /** The same to be asked, or null for none. */
    Holding holding(Condition condition) {
        return condition instanceof Always ? null : condition.accept(this);
    }

    private Holding[] each(List<Condition> parts) {
        return parts.stream().map(part -> part.accept(this)).toArray(Holding[]::new);
    }

    @Override
    public Holding all(All condition) {
        Holding[] parts = each(condition.of());
        return number -> {
            for (Holding part : parts) {
                if (!part.holds(number)) {
                    return false;
                }
            }
            return true;
        };
    }

    @Override
    public Holding always(Always condition) {
        return number -> true;
    }

    @Override
    public Holding any(Any condition) {
        Holding[] parts = each(condition.of());
        return number -> {
            for (Holding part : parts) {
                if (part.holds(number)) {
                    return true;
                }
            }
            return false;
        };
    }

    @Override
    public Holding atDefault(AtDefault condition) {
        Parameter parameter = rig.parameter(condition.parameter()).orElse(null);
        if (parameter == null) {
            return NEVER;
        }
        State.OfAddress of = cells.address(condition.parameter(), rig);
        double standard = parameter.position(parameter.standard());
        return number -> of.now != null && Compared.Is.AT.holds(of.now.position, standard, standard, Compared.NEAR);
    }

    @Override
    public Holding changedLast(ChangedLast condition) {
        if (rig.parameter(condition.parameter()).isEmpty()) {
            return NEVER;
        }
        State.OfAddress of = cells.address(condition.parameter(), rig);
        State.LastChanged last = cells.changed();
        return number -> of.now != null && last.parameter == of.now;
    }

    @Override
    public Holding compared(Compared condition) {
        Parameter parameter = rig.parameter(condition.parameter()).orElse(null);
        if (parameter == null) {
            return NEVER;
        }
        State.OfAddress of = cells.address(condition.parameter(), rig);
        double value = parameter.position(condition.real());
        double to = parameter.position(condition.to());
        return number -> of.now != null
                && condition.is().holds(of.now.position, value, to, Compared.NEAR); // what is not known is nowhere
    }

    @Override
    public Holding devicePresent(DevicePresent condition) {
        if (rig.device(condition.device()).isEmpty()) {
            return NEVER;
        }
        State.OfDevice of = cells.device(condition.device());
        return number -> of.present;
    }

    @Override
    public Holding focusAt(FocusAt condition) {
        Focus focus = rig.focus(condition.focus()).orElse(null);
        if (focus == null) {
            return NEVER;
        }
        State.OfFocus of = cells.focus(condition.focus());
        int place = focus.places().indexOf(condition.place());
        return number -> of.plan != null && Foci.isUnder(of, place);
    }

    @Override
    public Holding isOn(IsOn condition) {
        return own == null ? NEVER : number -> own.isOn();
    }

    @Override
    public Holding known(Known condition) {
        if (rig.parameter(condition.parameter()).isEmpty()) {
            return NEVER;
        }
        State.OfAddress of = cells.address(condition.parameter(), rig);
        return number -> of.now != null && !Double.isNaN(of.now.position);
    }

    @Override
    public Holding layerOn(LayerOn condition) {
        if (rig.layer(condition.layer()).isEmpty()) {
            return NEVER;
        }
        State.OfLayer of = cells.layer(condition.layer());
        return number -> of.isOn();
    }

    @Override
    public Holding not(Not condition) {
        Holding part = condition.of().accept(this);
        return number -> !part.holds(number);
    }

    @Override
    public Holding noteInScale(NoteInScale condition) {
        if (played == null || rig.parameter(condition.root()).isEmpty()) {
            return NEVER;
        }
        int note = played.note();
        State.OfAddress root = cells.address(condition.root(), rig);
        if (condition.scale().equals(Ref.ToParameter.NONE)) {
            return number -> isKnown(root) && Math.floorMod(note - whole(root), 12) == 0;
        }
        if (rig.parameter(condition.scale()).isEmpty()) {
            return NEVER;
        }
        State.OfAddress scale = cells.address(condition.scale(), rig);
        return number -> isKnown(root) && isKnown(scale) && Scales.has(note, whole(root), Parameters.text(scale.now));
    }

    private static boolean isKnown(State.OfAddress address) {
        return address.now != null && !Double.isNaN(address.now.position);
    }

    private static int whole(State.OfAddress address) {
        return (int) Math.rint(address.now.parameter.real(address.now.position));
    }

    @Override
    public Holding noteSounds(NoteSounds condition) {
        if (played == null) {
            return NEVER;
        }
        State.OfDevice device = played.device();
        int note = played.note();
        return number -> device.sounding.get(note) || device.heard.get(note);
    }

    @Override
    public Holding pageOpen(PageOpen condition) {
        if (rig.device(condition.device()).isEmpty()) {
            return NEVER;
        }
        State.OfSelector of = cells.selector(condition.owner());
        return number -> of.current.equals(condition.page());
    }

    @Override
    public Holding presetRecalled(PresetRecalled condition) {
        if (rig.device(condition.device()).isEmpty()) {
            return NEVER;
        }
        State.OfSelector of = cells.selector(Selector.Owner.presets(condition.device()));
        return number -> of.current.equals(condition.preset());
    }

    @Override
    public Holding songIs(SongIs condition) {
        State.OfSelector of = cells.songs();
        return number -> of.current.equals(condition.song());
    }

    @Override
    public Holding struck(Struck condition) {
        if (trigger == null || trigger.relative()) {
            return NEVER;
        }
        double value = trigger.position(condition.number());
        double to = trigger.position(condition.to());
        double near = 0.5 * Math.abs(trigger.position(1) - trigger.position(0));
        return position -> condition.is().holds(position, value, to, near);
    }
}
