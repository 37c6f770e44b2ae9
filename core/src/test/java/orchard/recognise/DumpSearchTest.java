package orchard.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import orchard.signal.Checksum;
import orchard.signal.MidiMessage;
import orchard.signal.Packing;
import org.junit.jupiter.api.Test;

/** Dumps of instruments that do not exist: one thing is changed between two of them, and found. */
class DumpSearchTest {

    /** A dump of some maker with numbers, and a checksum or none. */
    private static final class Format {
        final byte[] data;
        final int start;
        final int[] at;
        final Packing[] packing;
        final Checksum checksum;

        Format(Random random) {
            boolean three = random.nextInt(3) == 0;
            start = three ? 5 : 3;
            int count = 4 + random.nextInt(60);
            at = new int[count];
            packing = new Packing[count];
            int length = start + random.nextInt(2);
            for (int i = 0; i < count; i++) {
                Packing[] all = {Packing.SEVEN, Packing.FOURTEEN, Packing.FOURTEEN_FINE_FIRST, Packing.NIBBLES};
                packing[i] = all[random.nextInt(all.length)];
                at[i] = length;
                length += packing[i].size();
            }
            Checksum.Kind[] kinds = Checksum.Kind.values();
            checksum = random.nextInt(4) == 0
                    ? null
                    : new Checksum(
                            kinds[random.nextInt(kinds.length)],
                            new int[] {start, start + 1, 1, 0}[random.nextInt(4)],
                            length);
            data = new byte[length + (checksum == null ? 0 : 1)];
            random.nextBytes(data);
            for (int i = 0; i < data.length; i++) {
                data[i] &= 0x7F;
            }
            data[0] = (byte) (three ? 0 : 1 + random.nextInt(0x7C));
            for (int i = 0; i < count; i++) {
                put(i, random.nextInt(packing[i].most() + 1));
            }
        }

        void put(int i, int number) {
            switch (packing[i]) {
                case SEVEN, COARSE -> data[at[i]] = (byte) number;
                case FOURTEEN -> two(at[i], number >> 7, number & 0x7F);
                case FOURTEEN_FINE_FIRST -> two(at[i], number & 0x7F, number >> 7);
                case NIBBLES -> two(at[i], number >> 4, number & 0xF);
            }
        }

        private void two(int place, int first, int second) {
            data[place] = (byte) first;
            data[place + 1] = (byte) second;
        }

        MidiMessage.SysEx dump() {
            if (checksum != null) {
                data[checksum.at()] = (byte) checksum.of(new MidiMessage.SysEx(data));
            }
            return new MidiMessage.SysEx(data);
        }
    }

    @Test
    void whatWasTurnedIsFoundWithItsChecksum() {
        int found = 0;
        int sure = 0;
        for (int seed = 0; seed < 1_000; seed++) {
            Random random = new Random(seed);
            Format format = new Format(random);
            List<MidiMessage.SysEx> heard = new ArrayList<>(List.of(format.dump()));
            int which = random.nextInt(format.at.length);
            int stands = format.packing[which].number(format.dump(), format.at[which]);
            int most = format.packing[which].most();
            // turned a little, so that both halves of a number move
            int by = format.packing[which].size() == 1
                    ? 5
                    : format.packing[which] == Packing.NIBBLES ? 35 : 3 * 128 + 40;
            format.put(which, stands + by <= most ? stands + by : stands - by);
            heard.add(format.dump());
            DumpSearch search = DumpSearch.of(heard).orElseThrow();
            assertThat(search.compared()).isTrue();
            boolean isRight = search.moved().size() == 1
                    && search.moved().get(0).at() == format.at[which]
                    && search.moved().get(0).packing() == format.packing[which];
            found += isRight ? 1 : 0;
            if (format.checksum != null && search.checksum() != null) {
                sure += fits(search.checksum(), format, random) ? 1 : 0;
            } else {
                sure += format.checksum == null == (search.checksum() == null) ? 1 : 0;
            }
        }
        System.out.println("Dumps: " + found + " of 1000 places found, " + sure + " checksums right after two dumps");
        assertThat(found).isGreaterThan(950);
        assertThat(sure).isGreaterThan(950);
    }

    /** Whether a checksum holds for whatever the device may still say. */
    private static boolean fits(Checksum guess, Format format, Random random) {
        for (int i = 0; i < 20; i++) {
            int which = random.nextInt(format.at.length);
            format.put(which, random.nextInt(format.packing[which].most() + 1));
            MidiMessage.SysEx dump = format.dump();
            if (guess.of(dump) != dump.at(guess.at())) {
                return false;
            }
        }
        return true;
    }

    @Test
    void ofOneDumpOnlyItsHeadIsKnown() {
        DumpSearch search =
                DumpSearch.of(List.of(sysEx(0x7D, 4, 0x41, 0, 1, 2, 3, 4, 5))).orElseThrow();
        assertThat(search.head()).isEqualTo("7D 04 41");
        assertThat(search.compared()).isFalse();
        assertThat(search.checksum()).isNull();
        assertThat(search.moved()).isEmpty();
    }

    @Test
    void theSameAgainOthersAndShortOnesChangeNothing() {
        MidiMessage.SysEx first = sysEx(0x7D, 4, 0x41, 0, 1, 2, 3, 4, 5);
        MidiMessage.SysEx second = sysEx(0x7D, 4, 0x41, 0, 1, 9, 3, 4, 5);
        MidiMessage.SysEx other = sysEx(0x7D, 5, 0x41, 0, 1, 2, 3, 4, 5);
        DumpSearch search = DumpSearch.of(List.of(first, other, second, second)).orElseThrow();
        assertThat(search.moved()).containsExactly(new DumpSearch.Moved(5, Packing.SEVEN, 2, 9));
        assertThat(DumpSearch.of(List.of(first, sysEx(0x7D, 4, 0x10, 8, 3)))).isEmpty();
        assertThat(DumpSearch.of(List.of())).isEmpty();
    }

    private static MidiMessage.SysEx sysEx(int... bytes) {
        byte[] data = new byte[bytes.length];
        for (int i = 0; i < bytes.length; i++) {
            data[i] = (byte) bytes[i];
        }
        return new MidiMessage.SysEx(data);
    }
}
