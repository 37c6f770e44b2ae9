package orchard.text;

import java.util.Optional;
import java.util.stream.Collectors;
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
import orchard.gear.Ref;
import orchard.parameter.Parameter;

/** Writes what is done. */
record ActionWriter(Rolls rolls) implements Action.Visitor<String> {

    String written(Action action) {
        return action.accept(this);
    }

    @Override
    public String choose(Choose action) {
        String from = action.values().stream()
                .map(value -> rolls.written(value, action.parameter()))
                .collect(Collectors.joining(" or "));
        return "choose " + rolls.written(action.parameter()) + (from.isEmpty() ? "" : " from " + from)
                + (action.stop() == null ? "" : " stop at " + rolls.written(action.stop(), action.parameter()));
    }

    @Override
    public String forEach(ForEach action) {
        String focus = action.focus();
        return "for " + action.which() + " of " + rolls.foci().written(focus)
                + rolls.ofEach(
                        focus,
                        () -> (action.where() instanceof Always
                                        ? ""
                                        : " while " + new ConditionWriter(rolls).written(action.where()))
                                + ", " + written(action.action()));
    }

    @Override
    public String goToSong(GoToSong action) {
        return action.song().isEmpty()
                ? onward(action.by()) + "song"
                : "go to song " + rolls.songs().written(action.song());
    }

    @Override
    public String hold(Hold action) {
        return "hold " + rolls.written(action.parameter()) + " at " + value(action.value(), action.parameter());
    }

    @Override
    public String moveFocus(MoveFocus action) {
        String which = "move focus " + rolls.foci().written(action.focus());
        return action.place().isEmpty()
                ? which
                        + (action.by() < 0 ? " back by " : " on by ")
                        + Math.abs(action.by())
                        + (action.banks() ? " width" : "")
                : which + " to " + rolls.places(action.focus()).written(action.place());
    }

    @Override
    public String nextLayer(NextLayer action) {
        return onward(action.by()) + "layer of " + rolls.groups().written(action.group());
    }

    @Override
    public String nudge(Nudge action) {
        Optional<Parameter> measured =
                rolls.names().parameter(action.parameter()).filter(of -> !of.hasNames());
        return "move " + rolls.written(action.parameter()) + (action.by() > 0 ? " up by " : " down by ")
                + Rolls.written(Math.abs(action.by()), measured) + (action.around() ? " round" : "");
    }

    @Override
    public String openPage(OpenPage action) {
        return action.page().isEmpty()
                ? onward(action.by()) + "page of " + device(action.device()) + tagged(action.tag())
                : "open page " + rolls.pages(action.device()).written(action.page()) + " of " + device(action.device());
    }

    @Override
    public String pickPlace(PickPlace action) {
        return action.way().words() + " " + rolls.places(action.focus()).written(action.place()) + " of "
                + rolls.foci().written(action.focus());
    }

    @Override
    public String pinFocus(PinFocus action) {
        String word = switch (action.way()) {
            case TURN -> "pin or free";
            case ON -> "pin";
            case OFF -> "free";
        };
        return word + " focus " + rolls.foci().written(action.focus());
    }

    @Override
    public String holdNotes(HoldNotes action) {
        return "keep notes on " + device(action.device())
                + (action.channels().isEmpty()
                        ? ""
                        : " channel "
                                + action.channels().stream()
                                        .map(String::valueOf)
                                        .collect(Collectors.joining(" ")));
    }

    @Override
    public String playNotes(PlayNotes action) {
        return "play notes from " + Spelling.quoted(rolls.names().noteNames().name(action.first())) + " on "
                + device(action.device()) + " channel " + action.channel();
    }

    @Override
    public String ramp(Ramp action) {
        return "bring " + rolls.written(action.parameter()) + " to " + value(action.value(), action.parameter())
                + " over " + Spelling.span(action.span())
                + (action.curve() == null ? "" : " " + StageWriter.written(action.curve()));
    }

    @Override
    public String recall(Recall action) {
        return action.preset().isEmpty()
                ? onward(action.by()) + "preset of " + device(action.device()) + tagged(action.tag())
                : "recall preset " + rolls.presets(action.device()).written(action.preset()) + " of "
                        + device(action.device());
    }

    @Override
    public String reset(Reset action) {
        return "set " + rolls.written(action.parameter()) + " to its default";
    }

    @Override
    public String resetMoved(ResetMoved action) {
        return "set to its default whatever is moved meanwhile";
    }

    @Override
    public String runClock(RunClock action) {
        return action.way().words() + " the clock";
    }

    @Override
    public String sayMessage(SayMessage action) {
        return "say " + Spelling.quoted(action.form().text()) + " to " + device(action.device())
                + (action.with().isEmpty()
                        ? ""
                        : action.with().stream().map(this::filling).collect(Collectors.joining(" and ", " with ", "")));
    }

    private String filling(Filling filling) {
        return Spelling.quoted(filling.name())
                + (filling.parameter().equals(Ref.ToParameter.NONE)
                        ? ""
                        : " from " + rolls.written(filling.parameter()))
                + (filling.by().isEmpty() ? "" : " by " + Spelling.quoted(filling.by()));
    }

    @Override
    public String send(Send action) {
        return "send " + MessageSpelling.written(action.message(), rolls.names().noteNames()) + " to "
                + device(action.device());
    }

    @Override
    public String setOfPage(SetOfPage action) {
        return "set what is on the open page of " + device(action.device());
    }

    @Override
    public String setParameter(SetParameter action) {
        String own = new StageWriter(rolls, rolls.names().parameter(action.parameter())).written(action.own());
        return "set " + rolls.written(action.parameter()) + (own.isEmpty() ? "" : " (shape " + own + ")");
    }

    @Override
    public String setTo(SetTo action) {
        return "set " + rolls.written(action.parameter()) + " to " + value(action.value(), action.parameter());
    }

    @Override
    public String stopAll(StopAll action) {
        return "stop everything";
    }

    @Override
    public String switchLayer(SwitchLayer action) {
        String layer = "layer " + rolls.layers().written(action.layer());
        return switch (action.way()) {
            case HELD -> "hold " + layer + " on";
            case TURN -> "turn " + layer + " on or off";
            case ON -> "turn " + layer + " on";
            case OFF -> "turn " + layer + " off";
            case ONCE -> "turn " + layer + " on for the next press";
        };
    }

    @Override
    public String tap(Tap action) {
        return "tap " + rolls.written(action.parameter());
    }

    @Override
    public String toggle(Toggle action) {
        return "switch " + rolls.written(action.parameter()) + " between "
                + rolls.written(action.off(), action.parameter()) + " and "
                + rolls.written(action.on(), action.parameter());
    }

    @Override
    public String typeKeys(TypeKeys action) {
        return "type " + Spelling.quoted(action.keys().text()) + " on " + device(action.device())
                + (action.times() == 1 ? "" : " " + action.times() + " times")
                + (action.within() == TypeKeys.WITHIN ? "" : " within " + Spelling.seconds(action.within()))
                + (action.back() ? " putting the window back" : "");
    }

    @Override
    public String wait(Wait action) {
        return "wait " + Spelling.span(action.span()) + action.again().behind();
    }

    private String value(Value value, Ref.ToParameter set) {
        return value.other() != null
                ? "what " + rolls.written(value.other()) + " is at"
                : rolls.written(((Value.Fixed) value).real(), set);
    }

    private String device(String id) {
        return rolls.devices().written(id);
    }

    private static String onward(int by) {
        return "go " + (by < 0 ? "back " : "on ") + Math.abs(by) + " ";
    }

    private static String tagged(String tag) {
        return tag.isEmpty() ? "" : " tagged " + Spelling.quoted(tag);
    }
}
