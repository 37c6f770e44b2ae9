package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import org.junit.jupiter.api.Test;

/** Pages for what lies beside one another: tracks, lamps, voices. */
class NeighboursTest {

    private static Parameter parameter(String group, String name, boolean settable) {
        String id = group + "." + name.toLowerCase(Locale.ROOT);
        return new Parameter(
                id, group, name, new Range(0, 1, ""), new Law.Linear(), 0, new Binding.Osc("/" + id), settable);
    }

    /** So many tracks with volume, pan and a meter, of which the last has no pan; a device on the first; and a master. */
    private static Profile profile(int tracks) {
        List<Group> groups = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 1; i <= tracks; i++) {
            String id = "t" + i;
            groups.add(new Group(id, "", "Track " + i, ""));
            parameters.add(parameter(id, "Volume", true));
            if (i < tracks) {
                parameters.add(parameter(id, "Pan", true));
            }
            parameters.add(parameter(id, "Meter", false));
        }
        groups.add(new Group("filter", "t1", "Filter", ""));
        parameters.add(parameter("filter", "Volume", true));
        groups.add(new Group("clock", "", "Clock", ""));
        parameters.add(parameter("clock", "Tempo", true));
        parameters.add(parameter("", "Master", true));
        return Profile.BLANK.withParameters(groups, parameters);
    }

    private static ParameterPage page(String... parameters) {
        List<ParameterPage.Entry> entries = new ArrayList<>();
        for (String parameter : parameters) {
            entries.add(new ParameterPage.Entry(parameter, parameter.substring(parameter.indexOf('.') + 1)));
        }
        return new ParameterPage("page1", "First", new Marks(true, List.of("mix")), entries);
    }

    private static Neighbours banks(int tracks) {
        return new Neighbours(profile(tracks), Group::name);
    }

    private static List<String> parameters(ParameterPage page) {
        return page.entries().stream().map(ParameterPage.Entry::parameter).toList();
    }

    @Test
    void everyTrackGetsAPageLikeTheFirstWithWhatItHas() {
        List<ParameterPage> made = banks(4).likeIt(page("t2.pan", "t2.volume"));
        assertThat(made).extracting(ParameterPage::name).containsExactly("Track 1", "Track 3", "Track 4");
        assertThat(parameters(made.get(0))).containsExactly("t1.pan", "t1.volume");
        assertThat(parameters(made.get(2))).as("it has no pan").containsExactly("t4.volume");
        assertThat(made.get(1).entries().get(0).label()).isEqualTo("pan");
        assertThat(made.get(1).marks())
                .as("found by the same tags, but no favourite")
                .isEqualTo(new Marks(false, List.of("mix")));
    }

    @Test
    void whatHasAPageLikeItGetsNoSecondOne() {
        Profile profile = profile(4);
        ParameterPage first = page("t1.volume");
        Choices all =
                profile.choices().withParameterPages(List.of(first, page("t3.volume"), page("t2.volume", "t2.pan")));
        assertThat(new Neighbours(profile.with(all), Group::name).likeIt(first))
                .extracting(ParameterPage::name)
                .containsExactly("Track 2", "Track 4");
    }

    @Test
    void twoParametersOfOneNameBecomeOneWhereTheOthersHaveOne() {
        Profile profile = profile(3);
        List<Parameter> twice = new ArrayList<>(profile.parameters());
        Parameter pan = parameter("t1", "Pan", true);
        twice.add(new Parameter("t1.pan2", "t1", "Pan", pan.range(), pan.law(), 0, new Binding.Osc("/t1.pan2"), true));
        Neighbours banks = new Neighbours(profile.withParameters(twice), Group::name);
        assertThat(banks.likeIt(page("t1.pan", "t1.pan2", "t1.volume")))
                .first()
                .satisfies(made -> assertThat(parameters(made)).containsExactly("t2.pan", "t2.volume"));
    }

    @Test
    void whatIsInSeveralGroupsOrInNoneOrNotThereHasNothingBesideIt() {
        Neighbours banks = banks(4);
        assertThat(banks.beside(page("t1.volume", "t2.volume"))).isEmpty();
        assertThat(banks.beside(page("t1.volume", "gone"))).isEmpty();
        assertThat(banks.beside(page(".master"))).isEmpty();
        assertThat(banks.beside(page("clock.tempo")))
                .as("nothing else has a tempo")
                .isEmpty();
        assertThat(banks.beside(page("filter.volume")))
                .as("tracks are not beside a filter")
                .isEmpty();
        assertThat(banks.beside(page())).isEmpty();
        assertThat(banks.likeIt(page())).isEmpty();
    }

    @Test
    void aFocusGoesOverAllThatHaveTheParameter() {
        Focus focus = banks(20).over("t3.pan", 8, "desk", "focus1");
        assertThat(focus.name()).isEqualTo("Pan bank");
        assertThat(focus.width()).isEqualTo(8);
        assertThat(focus.places()).as("the last has no pan").hasSize(19).startsWith("t1", "t2");
    }

    @Test
    void pagesOfOneParameterSideBySideAreOneFocus() {
        Neighbours banks = banks(20);
        ParameterPage second = page("t9.volume", "t10.volume", "t11.volume");
        Focus focus = banks.focus(second, "desk", "focus1", List.of()).orElseThrow();
        assertThat(focus.name()).isEqualTo("Volume bank");
        assertThat(focus.width()).isEqualTo(3);
        assertThat(focus.places()).hasSize(20).startsWith("t1", "t2");
        assertThat(banks.placeOf(second, focus)).isEqualTo(8);
        assertThat(banks.focus(second, "desk", "focus2", List.of(focus)))
                .as("there is one already")
                .contains(focus);
        assertThat(banks.focus(page("t1.volume", "t3.volume"), "desk", "f", List.of()))
                .isEmpty();
        assertThat(banks.focus(page("t1.volume", "t1.pan"), "desk", "f", List.of()))
                .isEmpty();
        assertThat(banks.focus(page("t1.volume"), "desk", "f", List.of())).isEmpty();
        assertThat(banks.focus(page("t1.volume", "gone"), "desk", "f", List.of()))
                .isEmpty();
        assertThat(banks.focus(page(".master", "clock.tempo"), "desk", "f", List.of()))
                .isEmpty();
    }

    @Test
    void whatCannotBeIsSaid() {
        assertThatThrownBy(() -> over("t1.meter", 8)).hasMessageContaining("not there any more");
        assertThatThrownBy(() -> over("clock.tempo", 8))
                .hasMessageContaining("Tempo is in no group that has others beside it");
        assertThatThrownBy(() -> over(".master", 8)).hasMessageContaining("Master is in no group");
        assertThatThrownBy(() -> over("t1.volume", 0)).hasMessageContaining("1 to 64 places wide");
    }

    private static Focus over(String parameter, int width) {
        return banks(3).over(parameter, width, "desk", "focus1");
    }

    @Test
    void whatIsMadeGetsIdsOfItsOwnAndNoMoreThanThereIsRoomFor() {
        Choices one = Choices.NONE.withParameterPages(List.of(page("t1.volume")));
        Choices more = one.withMore(banks(4).likeIt(page("t1.volume")));
        assertThat(more.parameterPages())
                .extracting(ParameterPage::id)
                .containsExactly("page1", "page2", "page3", "page4");
        assertThatThrownBy(() -> one.withMore(banks(40).likeIt(page("t1.volume"))))
                .hasMessageContaining("at most 32 pages, and these would be 40");
    }
}
