package orchard.check;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.inventory.Nearby;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.signal.MessagePattern;

/** An OSC address that is nearly the one that is meant: a device speaks past what is listened to, or is spoken to where it has nothing. */
record PastAddress() implements Finder {

    @Override
    public String title() {
        return "Speaks past each other";
    }

    @Override
    public Effect effect() {
        return Effect.STOPS;
    }

    @Override
    public Finding.Page countedOn() {
        return Finding.Page.DESCRIBE;
    }

    @Override
    public List<Finding> look(Scene scene) {
        List<Finding> findings = new ArrayList<>();
        if (scene.spoken().isEmpty()) {
            return findings;
        }
        Set<String> heard = new HashSet<>(); // what was unheard before may be listened to by now
        scene.rig().devices().forEach(device -> heard.addAll(listened(device)));
        for (Device device : scene.rig().devices()) {
            Scene.Spoken spoken = scene.spoken().get(device.id());
            if (spoken != null) {
                speaksPast(device, spoken.without(heard), findings);
                isSpokenPast(device, spoken, findings);
            }
        }
        return findings;
    }

    /** It speaks where nobody listens, and near to that is one to which it never spoke. */
    private void speaksPast(Device device, Scene.Spoken spoken, List<Finding> findings) {
        if (spoken.unheard().isEmpty() && spoken.strangers().isEmpty()) {
            return;
        }
        Set<String> silent = listened(device);
        silent.removeAll(spoken.said());
        speaksPast(device, silent, device.name(), "", spoken.unheard(), findings);
        speaksPast(
                device,
                silent,
                "Something that is not in the rig",
                " of " + device.name(),
                spoken.strangers(),
                findings);
    }

    private void speaksPast(
            Device device,
            Set<String> silent,
            String who,
            String whose,
            Collection<String> unheard,
            List<Finding> findings) {
        for (String address : unheard) {
            Nearby.to(address, silent).stream()
                    .findFirst()
                    .ifPresent(near -> findings.add(finding(
                            device,
                            who + " speaks to " + address + ", and you listen to " + near.address() + whose + ".",
                            "They differ in " + near.how().words() + ", and " + near.address() + " was never heard.",
                            new Finding.Fix(
                                    "Listen to " + address,
                                    Finding.Remedy.ADDRESS,
                                    device.id(),
                                    near.address(),
                                    address))));
        }
    }

    /** It is spoken to at an address that it does not have, and near to that is one it has that nobody speaks to. */
    private void isSpokenPast(Device device, Scene.Spoken spoken, List<Finding> findings) {
        if (spoken.has().isEmpty()) {
            return;
        }
        Set<String> used = new HashSet<>();
        device.profile().parameters().forEach(parameter -> address(parameter).ifPresent(used::add));
        Set<String> free = new LinkedHashSet<>(spoken.has());
        free.removeAll(used);
        used.removeAll(spoken.has());
        device.profile().parameters().stream()
                .flatMap(parameter -> address(parameter).stream())
                .filter(used::contains)
                .distinct()
                .forEach(address -> Nearby.to(address, free).stream()
                        .findFirst()
                        .ifPresent(near -> findings.add(finding(
                                device,
                                "You speak to " + address + ", and " + device.name() + " has " + near.address() + ".",
                                "They differ in " + near.how().words() + ".",
                                new Finding.Fix(
                                        "Speak to " + near.address(),
                                        Finding.Remedy.ADDRESS,
                                        device.id(),
                                        address,
                                        near.address())))));
    }

    private Finding finding(Device device, String sentence, String cause, Finding.Fix fix) {
        return new Finding(
                this, sentence, cause, new Finding.Place(Finding.Page.DESCRIBE, device.id(), ""), Optional.of(fix));
    }

    private static Set<String> listened(Device device) {
        Set<String> all = new LinkedHashSet<>();
        Stream.concat(
                        device.profile().controls().stream()
                                .flatMap(control -> control.dimensions().stream())
                                .map(Dimension::pattern)
                                .flatMap(pattern -> pattern instanceof MessagePattern.OscNumber osc
                                        ? Stream.of(osc.address())
                                        : Stream.empty()),
                        device.profile().parameters().stream().flatMap(parameter -> address(parameter).stream()))
                .forEach(all::add);
        return all;
    }

    private static Optional<String> address(Parameter parameter) {
        return parameter.binding() instanceof Binding.Osc osc ? Optional.of(osc.address()) : Optional.empty();
    }
}
