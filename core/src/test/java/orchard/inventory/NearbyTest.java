package orchard.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Addresses that are nearly others. */
class NearbyTest {

    private static List<String> near(String address, String... others) {
        return Nearby.to(address, List.of(others)).stream()
                .map(near -> near.address() + " " + near.how())
                .toList();
    }

    @Test
    void aSlipIsFoundAndTheLikeliestComesFirst() {
        assertThat(near("/mix/3", "/north/mix/3", "/Mix/3", "/mix/4", "/mox/3", "/elsewhere"))
                .containsExactly("/Mix/3 CASE", "/north/mix/3 FIRST", "/mix/4 NUMBER");
        assertThat(near("/north/mix/3", "/mix/3", "/north/3")).containsExactly("/mix/3 FIRST");
        assertThat(near("/mix/3", "/mix/12", "/mix/5", "/mix/2"))
                .containsExactly("/mix/2 NUMBER", "/mix/5 NUMBER", "/mix/12 NUMBER");
        assertThat(near("/wherry/trak/1", "/wherry/track/1")).containsExactly("/wherry/track/1 LETTER");
    }

    @Test
    void whatIsFarOrTheSameOrTooShortIsNoSlip() {
        assertThat(near("/mix/3", "/mix/3", "/lamp/level", "/a")).isEmpty();
        assertThat(near("/a", "/b", "/c")).isEmpty();
        assertThat(near("", "/b")).isEmpty();
        assertThat(near("/n/" + "9".repeat(400), "/n/" + "8".repeat(400))).hasSize(1);
    }
}
