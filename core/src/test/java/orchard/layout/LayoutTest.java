package orchard.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import orchard.gear.Control;
import orchard.gear.Wire;
import org.junit.jupiter.api.Test;

class LayoutTest {

    @Test
    void fadersBecomeControlsWithAnAnswerAndLabelsDoNot() {
        Layout layout = new Layout(
                "layout1",
                "Lamps",
                List.of(
                        new Element("e1", "Moon", new Box(0, 0, 3, 10), Kind.FADER.plain()),
                        new Element("e2", "Stage left", new Box(4, 0, 6, 2), Kind.LABEL.plain())));
        assertThat(layout.device().seat().wire()).isEqualTo(Wire.TOUCH);
        assertThat(layout.device().profile().controls())
                .extracting(Control::name)
                .containsExactly("Moon");
        assertThat(layout.device().profile().lightsOn("e1")).hasSize(1);
    }

    @Test
    void elementsStayOnTheLayout() {
        Element fader = new Element("e1", "Moon", new Box(0, 0, 3, 10), Kind.FADER.plain());
        assertThatThrownBy(() -> fader.at(new Box(Layout.COLUMNS - 2, 0, 3, 10)))
                .hasMessageContaining("does not fit");
        assertThatThrownBy(() -> fader.at(new Box(Integer.MAX_VALUE, 0, 3, 10))).hasMessageContaining("does not fit");
        assertThatThrownBy(() -> fader.at(new Box(-1, 0, 3, 10))).hasMessageContaining("does not fit");
        assertThatThrownBy(() -> fader.at(new Box(0, 0, 0, 10))).hasMessageContaining("does not fit");
    }
}
