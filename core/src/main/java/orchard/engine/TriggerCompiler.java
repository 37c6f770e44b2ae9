package orchard.engine;

import java.util.List;
import java.util.stream.Stream;
import orchard.engine.Plan.Watch;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.trigger.DeviceComes;
import orchard.trigger.FocusMoves;
import orchard.trigger.LayerTurns;
import orchard.trigger.Loaded;
import orchard.trigger.MessageHeard;
import orchard.trigger.SongTurns;
import orchard.trigger.TimePasses;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;

/**
 * Makes triggers ready: finds what tells of them.
 *
 * @param mapping what they set off
 */
record TriggerCompiler(Rig rig, Cells cells, State.OfMapping mapping) implements Trigger.Visitor<Watch> {

    private Watch of(Trigger trigger, State.Source... sources) {
        return new Watch(mapping, new State.OfTrigger(), trigger, List.of(sources), null, Double.NaN);
    }

    @Override
    public Watch deviceComes(DeviceComes trigger) {
        return of(trigger, cells.device(trigger.device()));
    }

    @Override
    public Watch focusMoves(FocusMoves trigger) {
        return of(trigger, cells.focus(trigger.focus()));
    }

    @Override
    public Watch layerTurns(LayerTurns trigger) {
        return of(trigger, cells.layer(trigger.layer()));
    }

    @Override
    public Watch loaded(Loaded trigger) {
        return of(trigger);
    }

    @Override
    public Watch messageHeard(MessageHeard trigger) {
        return of(trigger);
    }

    @Override
    public Watch songTurns(SongTurns trigger) {
        return of(trigger, cells.songs());
    }

    @Override
    public Watch timePasses(TimePasses trigger) {
        return of(trigger);
    }

    @Override
    public Watch valueMoves(ValueMoves trigger) {
        Parameter parameter = rig.parameter(trigger.parameter()).orElseThrow();
        State.OfAddress address = cells.address(trigger.parameter(), rig);
        List<State.Source> sources = Stream.of(address.places)
                .filter(place -> place != null)
                .map(place -> (State.Source) place)
                .toList();
        return new Watch(mapping, new State.OfTrigger(), trigger, sources, address, parameter.position(trigger.real()));
    }
}
