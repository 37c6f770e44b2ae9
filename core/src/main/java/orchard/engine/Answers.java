package orchard.engine;

import orchard.engine.Plan.AnswerPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.gear.Lamp;
import orchard.mapping.Show;
import orchard.parameter.Parameter;
import orchard.signal.Message;

/** What lights show: kept until it is time to tell them, so that only the newest goes out. */
final class Answers {

    private final State state;
    private final Turn turn;
    private long due = Long.MAX_VALUE;
    private long lastAnswers = Long.MIN_VALUE / 2;

    Answers(State state, Turn turn) {
        this.state = state;
        this.turn = turn;
    }

    /** When lights that wait have to be told, or {@link Long#MAX_VALUE}. */
    long due() {
        return due;
    }

    /** The value in words: the device's own where it told them. */
    String text(int slot, Parameter parameter) {
        if (state.parameterText[slot] == null) {
            state.parameterText[slot] = parameter.text(state.parameterPosition[slot]);
        }
        return state.parameterText[slot];
    }

    /** Lets the lights of a parameter show where it stands now. */
    void answer(ParameterPlan parameter) {
        for (AnswerPlan answer : parameter.answers()) {
            if (answer.group() != null && state.openPage[answer.group().slot()] != answer.page()) {
                continue;
            }
            state.wanted[answer.light().slot()] = answer;
            markDirty(answer.light());
        }
    }

    private Message message(AnswerPlan answer) {
        double position = state.parameterPosition[answer.parameter()];
        double value = answer.rule() == Show.Rule.ON_OFF
                ? answer.lit().test(position) ? 1 : 0
                : Position.cut(answer.shape().backward(position));
        return answer.light().lamp().message(value, words(answer));
    }

    /** The value, with the parameter's short name before it where there is one. */
    private String words(AnswerPlan answer) {
        String value = text(answer.parameter(), answer.told());
        return answer.label().isEmpty() ? value : answer.label() + " " + value;
    }

    void markDirty(LightPlan light) {
        if (!state.dirty[light.slot()]) {
            state.dirty[light.slot()] = true;
            state.dirtyLights.add(light);
        }
    }

    /** Tells the lights what is new, unless they were told something less than {@link Engine#ANSWER_NANOS} ago. */
    void flush() {
        if (state.dirtyLights.isEmpty()) {
            due = Long.MAX_VALUE;
            return;
        }
        if (turn.now - lastAnswers < Engine.ANSWER_NANOS) {
            due = lastAnswers + Engine.ANSWER_NANOS;
            return;
        }
        lastAnswers = turn.now;
        due = Long.MAX_VALUE;
        for (LightPlan light; (light = state.dirtyLights.poll()) != null; ) {
            int slot = light.slot();
            state.dirty[slot] = false;
            AnswerPlan answer = state.wanted[slot];
            boolean underFinger = light.touch() >= 0 && state.controlPosition[light.touch()] > 0;
            if (!underFinger && answer != null && state.present[light.deviceSlot()]) {
                show(light, message(answer), words(answer));
            } else if (answer == null && !light.idle().isEmpty() && state.present[light.deviceSlot()]) {
                show(light, light.lamp().message(0, light.idle()), light.idle());
            }
        }
    }

    private void show(LightPlan light, Message message, String text) {
        if (!message.equals(state.shown[light.slot()])) {
            state.shown[light.slot()] = message;
            state.shownNanos[light.slot()] = turn.now;
            turn.show(light.ref().device(), light.ref(), message);
            turn.note(new Step.LightShown(light.ref(), text, message));
        }
    }

    /** Another page of parameters is open: the lights that answered the last one answer this one. */
    void pagesTurned(int slot, Iterable<DevicePlan> all) {
        for (DevicePlan device : all) {
            for (LightPlan light : device.lights()) {
                AnswerPlan answer = state.wanted[light.slot()];
                if (answer != null && answer.group() != null && answer.group().slot() == slot) {
                    state.wanted[light.slot()] = null;
                }
            }
        }
        for (DevicePlan owner : all) {
            for (ParameterPlan parameter : owner.parametersById().values()) {
                if (!Double.isNaN(state.parameterPosition[parameter.slot()])) {
                    answer(parameter);
                }
            }
        }
        all.forEach(this::darken);
    }

    /** Another page is open: its lights show what is on it. */
    void pageOpened(DevicePlan device, Iterable<DevicePlan> all) {
        for (LightPlan light : device.lights()) {
            state.wanted[light.slot()] = null;
        }
        for (DevicePlan owner : all) {
            for (ParameterPlan parameter : owner.parametersById().values()) {
                if (!Double.isNaN(state.parameterPosition[parameter.slot()])) {
                    answer(parameter);
                }
            }
        }
        darken(device);
    }

    /** Lamps and displays that answer nothing any more go dark; rings stay where the hand left them. */
    void darken(DevicePlan device) {
        for (LightPlan light : device.lights()) {
            boolean canBeDark = light.lamp() instanceof Lamp.Led || light.lamp() instanceof Lamp.Text;
            if (canBeDark && state.wanted[light.slot()] == null && state.shown[light.slot()] != null) {
                show(light, light.lamp().message(0, light.idle()), light.idle());
                state.shown[light.slot()] = null;
            }
        }
    }
}
