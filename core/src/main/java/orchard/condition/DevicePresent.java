package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** A device is there. */
public record DevicePresent(String device) implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.DEVICE);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Condition.deviceField(device));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        return new DevicePresent(Condition.device(typed, names));
    }

    @Override
    public Stream<String> devices() {
        return Stream.of(device);
    }

    @Override
    public String words(Directory names) {
        return Condition.name(device, names) + " is there";
    }

    @Override
    public String opposite(Directory names) {
        return Condition.name(device, names) + " is not there";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.device(device).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a device that is not in the rig (" + device + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.devicePresent(this);
    }
}
