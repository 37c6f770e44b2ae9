package orchard.app.web;

import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import orchard.app.store.RigKeeper;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Edits of one device's profile, as the forms of Describe make them. What cannot be is refused with its sentence. */
@Component
class DeviceEdits {

    private final RigKeeper keeper;

    DeviceEdits(RigKeeper keeper) {
        this.keeper = keeper;
    }

    /**
     * Changes a profile.
     *
     * @param seen the device's revision when it was shown to the person
     * @param field name of the form's field that a refusal belongs beside, or ""
     * @param label makes the edit's label from the device before
     */
    void profile(
            String id, long seen, String field, Function<Device, String> label, Function<Profile, Profile> change) {
        keeper.commit(id, seen, rig -> edit(rig.ownDevice(id).orElseThrow(Replies::gone), field, label, change));
    }

    /** Changes a profile whatever was done to it meanwhile: for what does not depend on what the person saw. */
    void profile(String id, Function<Device, String> label, Function<Profile, Profile> change) {
        keeper.commit(rig -> edit(rig.ownDevice(id).orElseThrow(Replies::gone), "", label, change));
    }

    private static Edit edit(
            Device before, String field, Function<Device, String> label, Function<Profile, Profile> change) {
        try {
            Device after = before.with(change.apply(before.profile()));
            return Edit.change(label.apply(before), new Part.OfDevice(before), new Part.OfDevice(after));
        } catch (Mistake e) {
            throw EditRefused.invalid(before.id(), field, e.getMessage());
        }
    }

    /** Changes one control. */
    void control(
            String id,
            long seen,
            String control,
            String field,
            Function<Control, String> label,
            UnaryOperator<Control> change) {
        profile(
                id,
                seen,
                field,
                device -> label.apply(device.profile().control(control).orElseThrow(Replies::gone)) + " of "
                        + device.name(),
                profile -> {
                    profile.control(control).orElseThrow(Replies::gone);
                    List<Control> controls = profile.controls().stream()
                            .map(c -> c.id().equals(control) ? change.apply(c) : c)
                            .toList();
                    return profile.withControls(controls);
                });
    }

    /** Leads back to a device. */
    static ResponseEntity<Void> back(String id, String view) {
        return Replies.go("/describe?device=" + Replies.query(id) + (view.isEmpty() ? "" : "&view=" + view));
    }

    /** Leads back to a control of a device. */
    static ResponseEntity<Void> back(String id, String view, String control) {
        return Replies.go("/describe?device=" + Replies.query(id) + (view.isEmpty() ? "" : "&view=" + view)
                + "&control=" + Replies.query(control));
    }
}
