package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

class ClockMeterTest {

    private static final long TICK = 26_041_667; // 96 beats a minute

    @Test
    void aClockIsReadFromItsTicks() {
        ClockMeter meter = new ClockMeter();
        long at = 1_000_000_000L;
        assertThat(meter.words(at)).isEmpty();
        for (int i = 0; i < 1_000; i++) {
            meter.tick(at += TICK);
            if (i == 20) {
                assertThat(meter.words(at)).as("less than a beat").isEmpty();
            }
        }
        assertThat(meter.words(at)).isEqualTo("96.0 BPM, ticks up to 0.0 ms off");
        meter.tick(at += TICK + 3_000_000);
        for (int i = 0; i < 95; i++) {
            meter.tick(at += TICK);
        }
        assertThat(meter.words(at)).isEqualTo("95.9 BPM, ticks up to 3.0 ms off");
        meter.tick(at += TICK);
        assertThat(meter.words(at)).as("over four beats").isEqualTo("96.0 BPM, ticks up to 0.0 ms off");
        assertThat(meter.words(at + 600_000_000)).as("it stopped").isEmpty();
        meter.tick(at + 900_000_000);
        assertThat(meter.words(at + 900_000_000)).as("it begins anew").isEmpty();
    }

    @Test
    void whatPassesAPortInEachDirectionIsTold() {
        Traffic traffic = Traffic.midi();
        MidiMessage tick = new MidiMessage.SystemMessage(MidiMessage.SystemMessage.CLOCK, 0, 0);
        for (int i = 0; i < 30; i++) {
            traffic.in(tick);
            traffic.out(tick);
        }
        assertThat(traffic.clock()).startsWith("in at ").contains("; out at ");
        assertThat(Traffic.midi().clock()).isEmpty();
    }
}
