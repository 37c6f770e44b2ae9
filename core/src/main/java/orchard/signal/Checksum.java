package orchard.signal;

import java.util.Locale;
import orchard.mistake.Mistake;

/**
 * A byte of a SysEx that says whether the others arrived as they were sent: of 7 bit, over a stretch that ends before it.
 *
 * @param kind how it is worked out
 * @param from where its stretch begins; from 0, the byte after F0
 * @param at where it stands itself, from 0
 */
public record Checksum(Kind kind, int from, int at) {

    /** The ways in use. */
    public enum Kind {
        /** All bytes of the stretch and the checksum add up to 0. */
        NEGATIVE_SUM("n") {
            @Override
            int with(int sum, int other) {
                return sum - other & 0x7F;
            }
        },
        /** The sum of the stretch. */
        SUM("s") {
            @Override
            int with(int sum, int other) {
                return sum + other & 0x7F;
            }
        },
        /** The exclusive or of the stretch. */
        EXCLUSIVE_OR("x") {
            @Override
            int with(int sum, int other) {
                return sum ^ other;
            }
        };

        private final String letter;

        Kind(String letter) {
            this.letter = letter;
        }

        /** What it is called in a {@link SysExTemplate}. */
        public String letter() {
            return letter;
        }

        /** It in words. */
        public String words() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }

        abstract int with(int sum, int other);

        /** What comes of bytes of a message, the first and the last of them from 0, the byte after F0. */
        public int of(MidiMessage.SysEx message, int first, int last) {
            int sum = 0;
            for (int i = first; i <= last; i++) {
                sum = with(sum, message.at(i));
            }
            return sum;
        }
    }

    public Checksum {
        if (kind == null || from < 0 || at <= from) {
            throw new Mistake("A checksum needs a kind and a stretch of one byte at least that ends before it");
        }
    }

    /** What it has to be in a message that is long enough. */
    public int of(MidiMessage.SysEx message) {
        return kind.of(message, from, at - 1);
    }
}
