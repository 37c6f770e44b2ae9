package orchard.text;

import java.util.stream.Collectors;
import orchard.trigger.DeviceComes;
import orchard.trigger.FocusMoves;
import orchard.trigger.LayerTurns;
import orchard.trigger.Loaded;
import orchard.trigger.MessageHeard;
import orchard.trigger.SongTurns;
import orchard.trigger.TimePasses;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;

/** Writes what sets a mapping off besides controls. */
record TriggerWriter(Rolls rolls) implements Trigger.Visitor<String> {

    String written(Trigger trigger) {
        return trigger.accept(this);
    }

    @Override
    public String valueMoves(ValueMoves trigger) {
        return rolls.written(trigger.parameter()) + " " + trigger.way().words()
                + (trigger.way() == ValueMoves.Way.CHANGES
                        ? ""
                        : " " + rolls.written(trigger.real(), trigger.parameter()));
    }

    @Override
    public String layerTurns(LayerTurns trigger) {
        return "layer " + rolls.layers().written(trigger.layer()) + comes(trigger.comes());
    }

    @Override
    public String focusMoves(FocusMoves trigger) {
        return "focus " + rolls.foci().written(trigger.focus()) + " moves";
    }

    @Override
    public String messageHeard(MessageHeard trigger) {
        String devices = trigger.devices().stream()
                .map(device -> rolls.devices().written(device))
                .collect(Collectors.joining(" "));
        return "message " + Spelling.quoted(trigger.form().text()) + " comes"
                + switch (trigger.devices().size()) {
                    case 0 -> "";
                    case 1 -> " from " + devices;
                    default -> " from any of " + devices;
                };
    }

    @Override
    public String songTurns(SongTurns trigger) {
        return "song " + rolls.songs().written(trigger.song()) + comes(trigger.comes());
    }

    @Override
    public String deviceComes(DeviceComes trigger) {
        return "device " + rolls.devices().written(trigger.device()) + comes(trigger.comes());
    }

    @Override
    public String loaded(Loaded trigger) {
        return "Orchard begins";
    }

    @Override
    public String timePasses(TimePasses trigger) {
        return Spelling.span(trigger.span()) + " have passed";
    }

    private static String comes(boolean comes) {
        return comes ? " comes" : " goes";
    }
}
