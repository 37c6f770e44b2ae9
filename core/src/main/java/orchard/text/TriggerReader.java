package orchard.text;

import java.util.Locale;
import orchard.form.MessageForm;
import orchard.gear.Ref;
import orchard.parameter.Span;
import orchard.text.grammar.SentencesBaseVisitor;
import orchard.text.grammar.SentencesParser.ChangesContext;
import orchard.text.grammar.SentencesParser.ComesContext;
import orchard.text.grammar.SentencesParser.DeviceComesContext;
import orchard.text.grammar.SentencesParser.FocusMovesContext;
import orchard.text.grammar.SentencesParser.LayerTurnsContext;
import orchard.text.grammar.SentencesParser.LoadedContext;
import orchard.text.grammar.SentencesParser.MessageHeardContext;
import orchard.text.grammar.SentencesParser.MovesContext;
import orchard.text.grammar.SentencesParser.SongTurnsContext;
import orchard.text.grammar.SentencesParser.TimePassesContext;
import orchard.trigger.DeviceComes;
import orchard.trigger.FocusMoves;
import orchard.trigger.LayerTurns;
import orchard.trigger.Loaded;
import orchard.trigger.MessageHeard;
import orchard.trigger.SongTurns;
import orchard.trigger.TimePasses;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;

/** Reads what sets a mapping off besides controls. */
final class TriggerReader extends SentencesBaseVisitor<Trigger> {

    private final NameReader read;

    TriggerReader(NameReader read) {
        this.read = read;
    }

    @Override
    public Trigger visitChanges(ChangesContext trigger) {
        return new ValueMoves(read.parameter(trigger.parameter()), ValueMoves.Way.CHANGES, 0);
    }

    @Override
    public Trigger visitMoves(MovesContext trigger) {
        Ref.ToParameter parameter = read.parameter(trigger.parameter());
        ValueMoves.Way way = switch (trigger.getChild(1).getText().toLowerCase(Locale.ROOT)) {
            case "rises" -> ValueMoves.Way.RISES;
            case "falls" -> ValueMoves.Way.FALLS;
            case "comes" -> ValueMoves.Way.REACHES;
            default -> ValueMoves.Way.LEAVES;
        };
        return new ValueMoves(parameter, way, read.fixed(trigger.fixed(), parameter));
    }

    @Override
    public Trigger visitLayerTurns(LayerTurnsContext trigger) {
        return new LayerTurns(read.layer(trigger.layer()), comes(trigger.comes()));
    }

    @Override
    public Trigger visitFocusMoves(FocusMovesContext trigger) {
        return new FocusMoves(read.focus(trigger.focus()));
    }

    @Override
    public Trigger visitMessageHeard(MessageHeardContext trigger) {
        String text = read.text(trigger.STRING());
        MessageForm form = Unread.at(trigger.STRING().getSymbol(), () -> MessageForm.of(text));
        return Unread.at(
                trigger.getStart(),
                () -> new MessageHeard(
                        trigger.device().stream().map(read::device).toList(), form));
    }

    @Override
    public Trigger visitSongTurns(SongTurnsContext trigger) {
        return new SongTurns(read.song(trigger.song()), comes(trigger.comes()));
    }

    @Override
    public Trigger visitDeviceComes(DeviceComesContext trigger) {
        return new DeviceComes(read.device(trigger.device()), comes(trigger.comes()));
    }

    @Override
    public Trigger visitLoaded(LoadedContext trigger) {
        return new Loaded();
    }

    @Override
    public Trigger visitTimePasses(TimePassesContext trigger) {
        Span span = read.span(trigger.seconds());
        return new TimePasses(span.seconds(), span.beats());
    }

    private static boolean comes(ComesContext comes) {
        return comes.getText().equalsIgnoreCase("comes");
    }
}
