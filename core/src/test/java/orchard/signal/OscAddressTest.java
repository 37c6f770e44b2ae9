package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Address patterns, after OSC 1.0 “Message Dispatching and Pattern Matching” and 1.1's {@code //}. */
class OscAddressTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "/a/b | /a/b | true",
                "/a/b | /a/bc | false",
                "/a/? | /a/b | true",
                "/a/? | /a/bc | false",
                "/a/? | /a/ | false",
                "/a/*  | /a/anything | true",
                "/a/*  | /a/ | true",
                "/a/*  | /a/b/c | false",
                "/*/volume | /track/volume | true",
                "/t*k/v*e | /track/volume | true",
                "/track[1-3]/pan | /track2/pan | true",
                "/track[1-3]/pan | /track4/pan | false",
                "/track[!1-3]/pan | /track4/pan | true",
                "/track[!1-3]/pan | /track2/pan | false",
                "/[abx-z] | /y | true",
                "/[a-] | /- | true",
                "/{on,off}/x | /off/x | true",
                "/{on,off}/x | /of/x | false",
                "/{o,on}n | /on | true",
                "/{o,on}n | /onn | true",
                "//volume | /volume | true",
                "//volume | /a/b/volume | true",
                "//volume | /a/bvolume | false",
                "/a//b | /a/b | true",
                "/a//b | /a/x/y/b | true",
                "/a//b | /c/x/b | false",
                "/a[ | /a[ | true",
                "/?/x | ///x | false"
            })
    void matchesAsTheStandardSays(String pattern, String address, boolean matches) {
        assertThat(OscAddress.of(pattern).matches(address)).isEqualTo(matches);
    }

    @ParameterizedTest
    @CsvSource({
        "/gull/tilt, /gull, true",
        "/g*/tilt, /gull, true",
        "//tilt, /gull, true",
        "/w*/x, /gull, false",
        "/gul, /gull, false"
    })
    void findsTheDevicesItMayBeFor(String pattern, String first, boolean matches) {
        assertThat(OscAddress.of(pattern).mayMatchBelow(first)).isEqualTo(matches);
    }

    @Test
    void manyStarsTakeNoTime() {
        String pattern = "/" + "*a".repeat(200);
        assertThat(OscAddress.of(pattern).matches("/" + "a".repeat(400) + "b")).isFalse();
    }

    @Property
    void anAddressWithoutWildLettersMatchesItselfOnly(
            @ForAll @CharRange(from = 'a', to = 'c') @StringLength(max = 4) String one,
            @ForAll @CharRange(from = 'a', to = 'c') @StringLength(max = 4) String two) {
        assertThat(OscAddress.of("/" + one).matches("/" + two)).isEqualTo(one.equals(two));
        assertThat(OscAddress.of("/*" + one).matches("/" + two + one)).isTrue();
    }
}
