package orchard.engine;

/** Something that a press owes: it has to be done exactly once, by whatever ends the press. */
sealed interface Debt {

    /** Does what is owed. */
    void pay(Payer payer);

    /** What debts are paid with. */
    interface Payer {
        /** Lets a note go. */
        void end(Note note);

        /** Puts a parameter back that was held. */
        void putBack(Return held);

        /** Lets go of a layer that was held. */
        void letGo(Layer held);
    }

    /** A note that sounds. */
    record Note(State.OfDevice device, int channel, int number) implements Debt {
        @Override
        public void pay(Payer payer) {
            payer.end(this);
        }

        /** Whether it is the same key of the same device. */
        boolean isSame(Note other) {
            return device.id.equals(other.device.id) && channel == other.channel && number == other.number;
        }
    }

    /** A parameter that goes back to where it was. */
    final class Return implements Debt {
        final State.OfParameter parameter;
        /** Where it goes back to, in its unit: a range may be another by then. */
        double before;

        Return(State.OfParameter parameter, double before) {
            this.parameter = parameter;
            this.before = before;
        }

        @Override
        public void pay(Payer payer) {
            payer.putBack(this);
        }
    }

    /** A layer that is on as long as this is owed. */
    final class Layer implements Debt {
        final State.OfLayer layer;
        /** Whether it is on for the next press, and owed by none. */
        final boolean next;

        Layer(State.OfLayer layer, boolean next) {
            this.layer = layer;
            this.next = next;
        }

        @Override
        public void pay(Payer payer) {
            payer.letGo(this);
        }
    }

    /** What is moved is set to its default until this is paid; {@link Ledger#isResetting} counts those that are owed. */
    record Reset() implements Debt {
        @Override
        public void pay(Payer payer) {
            // that it is owed no longer is all
        }
    }
}
