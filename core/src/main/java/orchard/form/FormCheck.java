package orchard.form;

import java.util.List;
import orchard.form.Cell.Named;
import orchard.mistake.Mistake;

/** What can stand in the places of a message; what cannot is refused with a sentence that names the place. */
final class FormCheck {

    private FormCheck() {}

    static void bytes(List<Cell> cells) {
        if (cells.isEmpty()) {
            throw new Mistake("A SysEx needs bytes, like SysEx 7D 04 {level}");
        }
        int at = 0;
        for (Cell cell : cells) {
            if (cell instanceof Cell.Sum sum && sum.from() >= at) {
                throw new Mistake("The checksum at byte " + (at + 1) + " counts nothing: it begins at byte "
                        + (sum.from() + 1) + ", which does not lie before it");
            } else if (cell instanceof Cell.Sum sum && sum.from() < 0) {
                throw new Mistake("A checksum begins at byte 1 or later");
            } else if (cell instanceof Cell.Sum sum && !sum.isToItself() && (sum.to() < sum.from() || sum.to() >= at)) {
                throw new Mistake("The checksum at byte " + (at + 1) + " counts from byte " + (sum.from() + 1)
                        + " to byte " + (sum.to() + 1) + ", and has to end at one of them that lies before it");
            }
            boolean isByte = !(cell instanceof Cell.Fixed fixed) || fixed.number() >= 0 && fixed.number() <= 127;
            boolean isRange = !(cell instanceof Cell.Within range) || range.low() >= 0 && range.high() <= 127;
            if (cell instanceof Named named && named.type() != Cell.Type.FLOAT) {
                throw new Mistake("Byte " + (at + 1) + ": in a SysEx a number has a size, like {level 2 bytes}");
            }
            if (!isByte || !isRange || cell instanceof Cell.Said) {
                throw new Mistake("Byte " + (at + 1) + ": the bytes inside a SysEx are 00–7F");
            }
            at += MessageForm.size(cell);
        }
    }

    static void address(List<Cell> cells) {
        for (Cell cell : cells) {
            boolean isFine = cell instanceof Cell.Any
                    || cell instanceof Named named && named.size().equals(Size.BYTE) && named.type() == Cell.Type.FLOAT
                    || cell instanceof Cell.Said said
                            && !said.text().isEmpty()
                            && !said.text().matches(".*[\\s#,/{}].*");
            if (!isFine) {
                throw new Mistake("Between two slashes of an OSC address stands a word, any, or a name like {track}");
            }
        }
        if (cells.isEmpty()) {
            throw new Mistake("An OSC address begins with / and has a word behind it");
        }
    }

    static void arguments(List<Cell> arguments) {
        for (Cell cell : arguments) {
            boolean isSized = cell instanceof Named named && !named.size().equals(Size.BYTE);
            if (isSized || cell instanceof Cell.Sum) {
                throw new Mistake("Argument " + (arguments.indexOf(cell) + 1)
                        + ": in OSC a number has a type, like {level} or {level whole}, and there are no checksums");
            }
        }
    }

    static void parts(Family family, List<Cell> cells) {
        for (int i = 0; i < family.parts.size(); i++) {
            Family.Part part = family.parts.get(i);
            Cell cell = cells.get(i);
            double low = cell instanceof Cell.Fixed fixed
                    ? fixed.number()
                    : cell instanceof Cell.Within in ? in.low() : part.low();
            double high = cell instanceof Cell.Fixed fixed
                    ? fixed.number()
                    : cell instanceof Cell.Within in ? in.high() : part.high();
            if (low < part.low() || high > part.high() || low != Math.rint(low) || high != Math.rint(high)) {
                throw new Mistake(
                        "The %s is a whole number from %d to %d".formatted(part.word(), part.low(), part.high()));
            }
            if (cell instanceof Named named && (!named.size().equals(Size.BYTE) || named.type() != Cell.Type.FLOAT)
                    || cell instanceof Cell.Said
                    || cell instanceof Cell.Sum) {
                throw new Mistake(
                        "The " + part.word() + " is a number, any, a stretch like 0..63, or a name like {level}");
            }
        }
    }
}
