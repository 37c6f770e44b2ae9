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
                        new Element("e1", Element.Kind.FADER, "Moon", 0, 0, 3, 10, null),
                        new Element("e2", Element.Kind.LABEL, "Stage left", 4, 0, 6, 2, null)));
        assertThat(layout.device().seat().wire()).isEqualTo(Wire.TOUCH);
        assertThat(layout.device().profile().controls())
                .extracting(Control::name)
                .containsExactly("Moon");
        assertThat(layout.device().profile().lightsOn("e1")).hasSize(1);
    }

    @Test
    void elementsStayOnTheLayout() {
        Element fader = new Element("e1", Element.Kind.FADER, "Moon", 0, 0, 3, 10, null);
        assertThatThrownBy(() -> fader.at(Layout.COLUMNS - 2, 0, 3, 10)).hasMessageContaining("does not fit");
        assertThatThrownBy(() -> fader.at(Integer.MAX_VALUE, 0, 3, 10)).hasMessageContaining("does not fit");
        assertThatThrownBy(() -> fader.at(-1, 0, 3, 10)).hasMessageContaining("does not fit");
        assertThatThrownBy(() -> fader.at(0, 0, 0, 10)).hasMessageContaining("does not fit");
    }
}
