package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.mistake.Mistake;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TargetsTest {

    @Provide
    Arbitrary<List<Targets.Target>> targets() {
        Arbitrary<Targets.Target> one = Combinators.combine(
                        Arbitraries.of(
                                "10.0.0.5",
                                "stage-left.local",
                                "[fe80::1]",
                                "0:0:0:0:0:0:0:1",
                                "::1",
                                "fe80:0:0:0:1:2:3:4%eth0",
                                "255.255.255.255",
                                "239.1.2.3"),
                        Arbitraries.integers().between(1, 65_535),
                        Arbitraries.of(true, false),
                        Arbitraries.integers().between(0, Targets.MOST_AHEAD))
                .as((host, port, tcp, ahead) -> new Targets.Target(host, port, tcp, tcp ? 0 : ahead));
        return Arbitraries.frequencyOf(
                        net.jqwik.api.Tuple.of(9, one),
                        net.jqwik.api.Tuple.of(1, Arbitraries.just(Targets.Target.SENDER)))
                .list()
                .uniqueElements(target -> target.tcp() + target.address())
                .ofMaxSize(Targets.MOST);
    }

    @Property
    void whatIsWrittenIsReadAgain(@ForAll("targets") List<Targets.Target> targets) {
        assertThat(Targets.of(new Targets(targets).text()).targets()).isEqualTo(targets);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "nowhere",
                "10.0.0.5",
                "10.0.0.5:0",
                "10.0.0.5:65536",
                ":9000",
                "10.0.0.5:9000+20",
                "udp:10.0.0.5:9000",
                "/gull:9000",
                "10.0.0.5:9000 sender x"
            })
    void whatIsNoTargetIsNamed(String text) {
        assertThatThrownBy(() -> Targets.of(text))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("Expected host and port")
                .hasMessageContaining(text.substring(text.lastIndexOf(' ') + 1));
        assertThat(Targets.read(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "tcp:10.0.0.5:9000+20ms, Time tags go with UDP only",
        "10.0.0.5:9000+10001ms, At most +10000ms",
        "10.0.0.5:9000 10.0.0.5:9000+5ms, Nothing is sent twice to one place",
        "a:1 a:2 a:3 a:4 a:5 a:6 a:7 a:8 a:9, at most 8 places"
    })
    void whatCannotBeIsSaid(String text, String why) {
        assertThatThrownBy(() -> Targets.of(text)).isInstanceOf(Mistake.class).hasMessageContaining(why);
    }

    @Test
    void whatStandsThereTwiceCountsOnce() {
        assertThat(Targets.of(" 10.0.0.5:9000, 10.0.0.5:9000  sender sender ").text())
                .isEqualTo("10.0.0.5:9000 sender");
        assertThat(Targets.of("").targets()).isEmpty();
    }

    @Test
    void theFirstMovesAndTheOthersStay() {
        assertThat(Targets.of("127.0.0.1:9020 10.0.0.5:9000")
                        .movedTo("127.0.0.1:9021")
                        .text())
                .isEqualTo("127.0.0.1:9021 10.0.0.5:9000");
        assertThat(Targets.of("").movedTo("127.0.0.1:9021").text()).isEqualTo("127.0.0.1:9021");
        assertThat(Targets.of("127.0.0.1:9020+20ms").movedTo("127.0.0.1:9021").text())
                .isEqualTo("127.0.0.1:9021+20ms");
    }
}
