package orchard.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import orchard.check.Check;
import orchard.check.Finding;
import orchard.check.Scene;
import orchard.gear.Device;
import orchard.gear.Feel;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Route.Changes;
import orchard.mapping.Route.Kind;
import orchard.mapping.Route.Passes;
import orchard.mistake.Mistake;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.RigFile;
import org.junit.jupiter.api.Test;

/** What a route says of itself, what cannot be one, and what Check finds. */
class RouteTest {

    private static Rig rig(Route... routes) {
        List<Part> parts = new ArrayList<>();
        for (String id : List.of("keys", "deep", "harp")) {
            parts.add(new Part.OfDevice(new Device(id, id, "", new Seat(Wire.MIDI, id, id), Profile.BLANK)));
        }
        parts.add(new Part.OfDevice(new Device("desk", "desk", "", new Seat(Wire.OSC, "/desk", ""), Profile.BLANK)));
        for (Route route : routes) {
            parts.add(new Part.OfRoute(route));
        }
        return Rig.of(parts);
    }

    private static final Route SPLIT = new Route(
            "r",
            "keys",
            "deep",
            new Passes(List.of(Kind.BEND, Kind.NOTES), List.of(3, 1), 36, 59),
            new Changes(2, -12, Feel.Curve.NAMED.get(2), 20),
            false);

    @Test
    void aRouteIsASentence() {
        assertThat(SPLIT.words(rig()))
                .isEqualTo("From keys to deep: notes C2–B3, pitch bend of channel 1, 3, down an octave, on channel 2,"
                        + " touch firm, a value every 20 ms at most, unless a sentence took it.");
        assertThat(Route.all("r", "keys", "harp").words(rig()))
                .isEqualTo("From keys to harp: everything, unless a sentence took it.");
    }

    @Test
    void whatCannotBeARouteSaysWhy() {
        assertThatThrownBy(() -> Route.all("r", "keys", "keys"))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("round without end");
        assertThatThrownBy(() -> new Passes(List.of(), List.of(), 0, 127)).hasMessageContaining("choose what");
        assertThatThrownBy(() -> new Passes(List.of(Kind.NOTES), List.of(17), 0, 127))
                .hasMessageContaining("1–16");
        assertThatThrownBy(() -> new Passes(List.of(Kind.NOTES), List.of(), 60, 59))
                .hasMessageContaining("higher");
        assertThatThrownBy(() -> new Changes(0, 61, null, 0)).hasMessageContaining("60 semitones");
        assertThatThrownBy(() -> new Changes(0, 0, null, 501)).hasMessageContaining("500 ms");
    }

    @Test
    void aFileHasItAsItWas() {
        List<Part> parts = rig(SPLIT).parts();
        assertThat(RigFile.read(RigFile.write(parts), name -> null)).isEqualTo(parts);
    }

    private static List<Finding> find(Rig rig) {
        return Check.of(Scene.of(rig, rig));
    }

    @Test
    void routesThatPassNothingOnOrLeadBackAreFound() {
        assertThat(find(rig(SPLIT, Route.all("s", "deep", "harp")))).isEmpty();
        assertThat(find(rig(Route.all("a", "keys", "gone"), Route.all("b", "keys", "desk"))))
                .extracting(finding -> finding.finder().title(), Finding::cause)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(
                                "Routes that pass nothing on",
                                "It goes through a device that is not in the rig (gone)."),
                        org.assertj.core.groups.Tuple.tuple(
                                "Routes that pass nothing on",
                                "desk does not speak MIDI; routes pass MIDI messages on."));
        Route back = Route.all("c", "harp", "keys");
        assertThat(find(rig(SPLIT, Route.all("s", "deep", "harp"), back)))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.finder().title()).isEqualTo("Routes that lead back");
                    assertThat(finding.sentence()).isEqualTo("From harp, to keys, to deep, and back again.");
                });
        assertThat(find(rig(
                        SPLIT,
                        Route.all("s", "deep", "harp"),
                        back.with(new Passes(List.of(Kind.CLOCK), List.of(), 0, 127)))))
                .as("what comes back is not what goes out")
                .isEmpty();
    }
}
