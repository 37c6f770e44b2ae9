package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.Preset;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** A preset is the one that its device recalled last. */
public record PresetRecalled(String device, String preset) implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.PRESET);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Condition.deviceField(device),
                Condition.placeField("preset", "preset", preset, Selector.presets(device, names).places().stream()));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        String of = Condition.device(typed, names);
        String chosen = typed.text("preset");
        if (Selector.presets(of, names).number(chosen) == 0) {
            throw new Mistake("preset", "choose a preset");
        }
        return new PresetRecalled(of, chosen);
    }

    @Override
    public Stream<String> devices() {
        return Stream.of(device);
    }

    private Optional<Preset> found(Directory names) {
        return names.presets().stream()
                .filter(one -> one.id().equals(preset) && one.device().equals(device))
                .findFirst();
    }

    private String named(Directory names) {
        return found(names).map(one -> "“" + one.name() + "”").orElse("a missing preset") + " of "
                + Condition.name(device, names);
    }

    @Override
    public String words(Directory names) {
        return named(names) + " was recalled last";
    }

    @Override
    public String opposite(Directory names) {
        return named(names) + " was not recalled last";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return found(names).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a preset that is not there (" + preset + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.presetRecalled(this);
    }
}
