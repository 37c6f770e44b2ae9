package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** The names of the layout's pages, side by side; one tap opens one. */
public record Tabs() implements Face {

    @Override
    public Kind kind() {
        return Kind.PAGES;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of();
    }

    @Override
    public List<String> shows(String id) {
        return List.of();
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.empty();
    }
}
