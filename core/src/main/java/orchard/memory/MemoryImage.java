package orchard.memory;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** What a device's memory holds: blocks of 7-bit bytes. A value. */
public final class MemoryImage {

    private final List<byte[]> blocks = new ArrayList<>();

    /** A programme of these blocks, in their order. */
    public MemoryImage(List<byte[]> blocks) {
        blocks.forEach(block -> this.blocks.add(block.clone()));
    }

    /** How many blocks there are. */
    public int size() {
        return blocks.size();
    }

    /** A block, from 0. */
    public byte[] block(int number) {
        return blocks.get(number).clone();
    }

    /** Whether a block is the same in another programme. */
    public boolean sameBlock(MemoryImage other, int number) {
        return number < size() && number < other.size() && Arrays.equals(blocks.get(number), other.blocks.get(number));
    }

    @Override
    public boolean equals(Object other) {
        if (!(other instanceof MemoryImage that) || that.size() != size()) {
            return false;
        }
        for (int i = 0; i < size(); i++) {
            if (!sameBlock(that, i)) {
                return false;
            }
        }
        return true;
    }

    @Override
    public int hashCode() {
        return blocks.stream().mapToInt(Arrays::hashCode).reduce(1, (a, b) -> 31 * a + b);
    }
}
