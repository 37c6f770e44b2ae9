package orchard.text;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Filling;
import orchard.action.ForEach;
import orchard.action.GoToSong;
import orchard.action.Hold;
import orchard.action.HoldNotes;
import orchard.action.MoveFocus;
import orchard.action.NextLayer;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.PickPlace;
import orchard.action.PinFocus;
import orchard.action.PlayNotes;
import orchard.action.Ramp;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.RunClock;
import orchard.action.SayMessage;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.SwitchLayer;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.TypeKeys;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.condition.Condition;
import orchard.form.MessageForm;
import orchard.gear.Ref;
import orchard.parameter.Span;
import orchard.shape.Curve;
import orchard.signal.Keystrokes;
import orchard.signal.MessageText;
import orchard.text.grammar.SentencesBaseVisitor;
import orchard.text.grammar.SentencesParser.ActionContext;
import orchard.text.grammar.SentencesParser.ChooseContext;
import orchard.text.grammar.SentencesParser.FillingContext;
import orchard.text.grammar.SentencesParser.FocusToContext;
import orchard.text.grammar.SentencesParser.ForEachContext;
import orchard.text.grammar.SentencesParser.HoldContext;
import orchard.text.grammar.SentencesParser.HoldLayerContext;
import orchard.text.grammar.SentencesParser.HoldNotesContext;
import orchard.text.grammar.SentencesParser.MarkedContext;
import orchard.text.grammar.SentencesParser.MoveFocusContext;
import orchard.text.grammar.SentencesParser.NextLayerContext;
import orchard.text.grammar.SentencesParser.NextPageContext;
import orchard.text.grammar.SentencesParser.NextPresetContext;
import orchard.text.grammar.SentencesParser.NextSongContext;
import orchard.text.grammar.SentencesParser.NudgeContext;
import orchard.text.grammar.SentencesParser.OpenPageContext;
import orchard.text.grammar.SentencesParser.PickPlaceContext;
import orchard.text.grammar.SentencesParser.PinFocusContext;
import orchard.text.grammar.SentencesParser.PlayNotesContext;
import orchard.text.grammar.SentencesParser.RampContext;
import orchard.text.grammar.SentencesParser.RecallContext;
import orchard.text.grammar.SentencesParser.ResetContext;
import orchard.text.grammar.SentencesParser.ResetMovedContext;
import orchard.text.grammar.SentencesParser.RunClockContext;
import orchard.text.grammar.SentencesParser.SayMessageContext;
import orchard.text.grammar.SentencesParser.SendContext;
import orchard.text.grammar.SentencesParser.SetOfPageContext;
import orchard.text.grammar.SentencesParser.SetParameterContext;
import orchard.text.grammar.SentencesParser.SetToContext;
import orchard.text.grammar.SentencesParser.StopAllContext;
import orchard.text.grammar.SentencesParser.SwitchLayerContext;
import orchard.text.grammar.SentencesParser.TapContext;
import orchard.text.grammar.SentencesParser.ToSongContext;
import orchard.text.grammar.SentencesParser.ToggleContext;
import orchard.text.grammar.SentencesParser.TypeKeysContext;
import orchard.text.grammar.SentencesParser.ValueContext;
import orchard.text.grammar.SentencesParser.WaitContext;
import org.antlr.v4.runtime.ParserRuleContext;
import org.antlr.v4.runtime.tree.TerminalNode;

/** Reads what is done. */
final class ActionReader extends SentencesBaseVisitor<Action> {

    private final NameReader read;

    ActionReader(NameReader read) {
        this.read = read;
    }

    /** Some actions. */
    List<Action> all(List<ActionContext> actions) {
        return actions.stream()
                .map(action -> Unread.at(action.getStart(), () -> visit(action)))
                .toList();
    }

    @Override
    public Action visitSetParameter(SetParameterContext action) {
        Ref.ToParameter parameter = read.settable(action.parameter());
        return new SetParameter(
                parameter, new StageReader(read, read.rolls().names().parameter(parameter)).shape(action.shape()));
    }

    @Override
    public Action visitSetTo(SetToContext action) {
        Ref.ToParameter parameter = read.settable(action.parameter());
        return new SetTo(parameter, value(action.value(), parameter));
    }

    @Override
    public Action visitReset(ResetContext action) {
        return new Reset(read.settable(action.parameter()));
    }

    @Override
    public Action visitResetMoved(ResetMovedContext action) {
        return new ResetMoved();
    }

    @Override
    public Action visitSetOfPage(SetOfPageContext action) {
        return new SetOfPage(read.device(action.device()));
    }

    @Override
    public Action visitHold(HoldContext action) {
        Ref.ToParameter parameter = read.settable(action.parameter());
        return new Hold(parameter, value(action.value(), parameter));
    }

    @Override
    public Action visitToggle(ToggleContext action) {
        Ref.ToParameter parameter = read.settable(action.parameter());
        return new Toggle(parameter, read.fixed(action.fixed(0), parameter), read.fixed(action.fixed(1), parameter));
    }

    @Override
    public Action visitNudge(NudgeContext action) {
        Ref.ToParameter parameter = read.settable(action.parameter());
        double by = read.quantity(
                action.quantity(), read.rolls().names().parameter(parameter).filter(of -> !of.hasNames()), false);
        return new Nudge(parameter, Tokens.says(action, "down") ? -by : by, Tokens.says(action, "round"));
    }

    @Override
    public Action visitChoose(ChooseContext action) {
        Ref.ToParameter parameter = read.settable(action.parameter());
        List<Double> values = action.fixed().stream()
                .map(fixed -> read.fixed(fixed, parameter))
                .toList();
        boolean stops = Tokens.says(action, "stop");
        return new Choose(
                parameter,
                stops ? values.subList(0, values.size() - 1) : values,
                stops ? values.get(values.size() - 1) : null);
    }

    @Override
    public Action visitForEach(ForEachContext action) {
        String focus = read.focus(action.focus());
        NameReader its = read.ofEach(focus);
        int every = Tokens.says(action, "each") ? 1 : action.ORDINAL() == null ? 2 : its.ordinal(action.ORDINAL());
        Condition where = action.condition() == null
                ? new Always()
                : Unread.at(action.condition().getStart(), () -> new ConditionReader(its).visit(action.condition()));
        return new ForEach(focus, every, where, new ActionReader(its).visit(action.action()));
    }

    @Override
    public Action visitTap(TapContext action) {
        return new Tap(read.settable(action.parameter()));
    }

    @Override
    public Action visitRamp(RampContext action) {
        Ref.ToParameter parameter = read.settable(action.parameter());
        Span span = read.span(action.seconds());
        Curve along = action.bend() == null ? null : StageReader.curve(action.bend(), read);
        return new Ramp(parameter, value(action.value(), parameter), span.seconds(), span.beats(), along);
    }

    @Override
    public Action visitWait(WaitContext action) {
        Span span = read.span(action.seconds());
        if (action.again() == null) {
            return new Wait(span.seconds(), span.beats(), Wait.Again.BESIDE);
        }
        return new Wait(
                span.seconds(),
                span.beats(),
                switch (action.again().start.getText().toLowerCase(Locale.ROOT)) {
                    case "begins" -> Wait.Again.ANEW;
                    case "is" -> Wait.Again.IGNORED;
                    default -> Wait.Again.AFTER;
                });
    }

    @Override
    public Action visitOpenPage(OpenPageContext action) {
        List<String> page = read.page(action.page());
        if (page.get(1).contains(Rolls.BETWEEN)) {
            throw new Unread(
                    action.page().getStart(), "the device itself turns that page; only pages of parameters are opened");
        }
        return new OpenPage(page.get(0), page.get(1), 0, "");
    }

    @Override
    public Action visitNextPage(NextPageContext action) {
        return new OpenPage(read.device(action.device()), "", by(action, action.NUMBER()), tag(action.marked()));
    }

    @Override
    public Action visitRecall(RecallContext action) {
        List<String> preset = read.preset(action.preset());
        return new Recall(preset.get(0), preset.get(1), 0, "");
    }

    @Override
    public Action visitNextPreset(NextPresetContext action) {
        return new Recall(read.device(action.device()), "", by(action, action.NUMBER()), tag(action.marked()));
    }

    @Override
    public Action visitToSong(ToSongContext action) {
        return new GoToSong(read.song(action.song()), 0);
    }

    @Override
    public Action visitNextSong(NextSongContext action) {
        return new GoToSong("", by(action, action.NUMBER()));
    }

    @Override
    public Action visitHoldLayer(HoldLayerContext action) {
        return new SwitchLayer(read.layer(action.layer()), SwitchLayer.Way.HELD);
    }

    @Override
    public Action visitSwitchLayer(SwitchLayerContext action) {
        SwitchLayer.Way way = Tokens.says(action, "or")
                ? SwitchLayer.Way.TURN
                : Tokens.says(action, "next")
                        ? SwitchLayer.Way.ONCE
                        : Tokens.says(action, "on") ? SwitchLayer.Way.ON : SwitchLayer.Way.OFF;
        return new SwitchLayer(read.layer(action.layer()), way);
    }

    @Override
    public Action visitNextLayer(NextLayerContext action) {
        return new NextLayer(read.group(action.group()), by(action, action.NUMBER()));
    }

    @Override
    public Action visitFocusTo(FocusToContext action) {
        String focus = read.focus(action.focus());
        return new MoveFocus(focus, read.place(action.place(), focus), 0, false);
    }

    @Override
    public Action visitMoveFocus(MoveFocusContext action) {
        return new MoveFocus(read.focus(action.focus()), "", by(action, action.NUMBER()), Tokens.says(action, "width"));
    }

    @Override
    public Action visitPickPlace(PickPlaceContext action) {
        String focus = read.focus(action.focus());
        PickPlace.Way way = Tokens.says(action, "or")
                ? PickPlace.Way.TURN
                : Tokens.says(action, "pick") ? PickPlace.Way.ON : PickPlace.Way.OFF;
        return new PickPlace(focus, read.place(action.place(), focus), way);
    }

    @Override
    public Action visitPinFocus(PinFocusContext action) {
        PinFocus.Way way = Tokens.says(action, "or")
                ? PinFocus.Way.TURN
                : Tokens.says(action, "pin") ? PinFocus.Way.ON : PinFocus.Way.OFF;
        return new PinFocus(read.focus(action.focus()), way);
    }

    @Override
    public Action visitPlayNotes(PlayNotesContext action) {
        String device = read.device(action.device());
        String note = read.text(action.STRING());
        int first = read.rolls()
                .names()
                .noteNames()
                .note(note)
                .orElseThrow(
                        () -> new Unread(action.STRING().getSymbol(), "“" + note + "” is no note: one is C3 or 48"));
        return Unread.at(action.NUMBER().getSymbol(), () -> new PlayNotes(device, read.count(action.NUMBER()), first));
    }

    @Override
    public Action visitHoldNotes(HoldNotesContext action) {
        String device = read.device(action.device());
        return Unread.at(
                action.getStart(),
                () -> new HoldNotes(
                        device, action.NUMBER().stream().map(read::count).toList()));
    }

    @Override
    public Action visitRunClock(RunClockContext action) {
        return new RunClock(
                Tokens.says(action, "or")
                        ? RunClock.Way.TURN
                        : Tokens.says(action, "start")
                                ? RunClock.Way.START
                                : Tokens.says(action, "stop") ? RunClock.Way.STOP : RunClock.Way.GO_ON);
    }

    @Override
    public Action visitSayMessage(SayMessageContext action) {
        String device = read.device(action.device());
        String text = read.text(action.STRING());
        MessageForm form = Unread.at(action.STRING().getSymbol(), () -> MessageForm.of(text));
        List<Filling> with = new ArrayList<>();
        for (FillingContext one : action.filling()) {
            String name = read.text(one.STRING(0));
            String by = one.STRING().size() > 1 ? read.text(one.STRING(1)) : "";
            Ref.ToParameter parameter =
                    one.parameter() == null ? Ref.ToParameter.NONE : read.parameter(one.parameter());
            with.add(Unread.at(one.getStart(), () -> new Filling(name, parameter, by)));
        }
        return Unread.at(action.getStart(), () -> new SayMessage(device, form, with));
    }

    @Override
    public Action visitSend(SendContext action) {
        String device = read.device(action.device());
        String text = read.text(action.STRING());
        return Unread.at(
                action.STRING().getSymbol(),
                () -> new Send(
                        device,
                        Tokens.says(action, "bytes")
                                ? MessageSpelling.ofBytes(
                                        text, read.rolls().names().noteNames())
                                : MessageText.parse(text, read.rolls().names().noteNames())));
    }

    @Override
    public Action visitTypeKeys(TypeKeysContext action) {
        String device = read.device(action.device());
        String text = read.text(action.STRING());
        Keystrokes keys = Unread.at(action.STRING().getSymbol(), () -> Keystrokes.of(text));
        return Unread.at(
                action.getStart(),
                () -> new TypeKeys(
                        device,
                        keys,
                        action.NUMBER() == null ? 1 : read.count(action.NUMBER()),
                        action.seconds() == null ? TypeKeys.WITHIN : read.seconds(action.seconds()),
                        Tokens.says(action, "putting")));
    }

    @Override
    public Action visitStopAll(StopAllContext action) {
        return new StopAll();
    }

    private Value value(ValueContext value, Ref.ToParameter set) {
        return value.fixed() != null
                ? new Value.Fixed(read.fixed(value.fixed(), set))
                : new Value.Same(read.parameter(value.parameter()));
    }

    private int by(ParserRuleContext action, TerminalNode number) {
        return Tokens.says(action, "back") ? -read.count(number) : read.count(number);
    }

    private String tag(MarkedContext marked) {
        return Optional.ofNullable(marked).map(of -> read.text(of.STRING())).orElse("");
    }
}
