package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;
import orchard.shape.Stage;

/** The first control of the mapping sets the first parameter of the device's open page, the second the second, and so on. */
public record SetOfPage(String device) implements Action {

    @Override
    public Kind kind() {
        return Kind.ROW;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Action.deviceField(device));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        return new SetOfPage(Action.device(typed, names));
    }

    @Override
    public boolean follows() {
        return true;
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of(device);
    }

    @Override
    public boolean fitsRelease() {
        return false;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        return "set what is on the open page of " + Action.name(device, names);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        if (names.device(device).isEmpty()) {
            return Optional.of("It sets parameters of a device that is not in the rig (" + device + ").");
        }
        boolean inUnits = shape.stages().stream()
                .anyMatch(stage -> stage.side() == Stage.Side.PARAMETER || stage.side() == Stage.Side.CROSSING);
        return inUnits
                ? Optional.of("Its shape is in the unit of one parameter, but a page has many.")
                : Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.setOfPage(this);
    }
}
