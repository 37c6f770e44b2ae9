package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.shape.Shape;
import orchard.signal.Message;

/** Sends a message to a device. */
public record Send(String device, Message message) implements Action {

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
        return true;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        return "send " + message.words() + " to " + Action.name(device, names);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return names.device(device).isPresent()
                ? Optional.empty()
                : Optional.of("It sends to a device that is not in the rig (" + device + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.send(this);
    }
}
