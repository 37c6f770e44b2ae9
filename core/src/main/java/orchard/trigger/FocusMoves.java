package orchard.trigger;

import java.util.List;
import java.util.Optional;
import orchard.condition.Condition;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** A focus comes to stand elsewhere. */
public record FocusMoves(String focus) implements Trigger {

    @Override
    public Kind kind() {
        return Kind.FOCUS;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Condition.placeField(
                "focus", "focus", focus, names.foci().stream().map(one -> new Selector.Place(one.id(), one.name()))));
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        return new FocusMoves(names.focus(typed.text("focus"))
                .map(Focus::id)
                .orElseThrow(() -> new Mistake("focus", "choose a focus")));
    }

    @Override
    public List<String> devices() {
        return List.of(focus);
    }

    @Override
    public String words(Directory names) {
        return names.focus(focus).map(Focus::name).orElse("a missing focus (" + focus + ")") + " moves";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.focus(focus).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a focus that is not there (" + focus + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.focusMoves(this);
    }
}
