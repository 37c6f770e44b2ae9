package orchard.app.port;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import orchard.app.Daemon;
import orchard.gear.Wire;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;
import orchard.signal.TouchMessage;

/**
 * MIDI ports and game controllers of the laptops and tablets that have a page of Orchard open. A page that is left and opened again
 * within {@value #GRACE_MILLIS} ms keeps its ports, so that going from page to page lets nobody go. Safe for several threads.
 */
public final class BrowserWire implements Port.Source {

    static final long GRACE_MILLIS = 1_500;

    private static final int MOST_PORTS = 32;

    /** One open page. */
    public interface Page {
        /** Sends MIDI bytes to one of its ports; called on the port's own thread. */
        void send(String port, byte[] bytes);
    }

    /**
     * A port a page lends.
     *
     * @param id what the page calls it
     * @param pad whether it is a game controller
     * @param in whether it can be heard
     * @param out whether something can be sent to it
     */
    public record Lent(String id, String name, String vendor, boolean pad, boolean in, boolean out) {}

    private final Map<String, Computer> computers = new HashMap<>();
    private final Port.Listener listener;
    private final Gaps gaps;
    private final Runnable changed;
    private final ScheduledExecutorService grace = Daemon.scheduler("lent ports");

    /** @param gaps is told of ports whose page is gone for a moment, and is back */
    BrowserWire(Port.Listener listener, Gaps gaps, Runnable changed) {
        this.gaps = gaps;
        this.listener = listener;
        this.changed = changed;
    }

    /** Takes what happens while a page is loaded anew: nobody hears what its ports say then, and nothing reaches them. */
    interface Gaps {
        /** Nobody hears the port from now on; what is held on it will not be let go by itself. */
        void begins(Port port);

        /** The port is back. */
        void ends(Port port);
    }

    /** One laptop or tablet. */
    private static final class Computer {
        final Map<String, LentPort> ports = new TreeMap<>();
        Page page;
        ScheduledFuture<?> leaving;
    }

    /**
     * A page lends these ports from now on, and no others.
     *
     * @param computer stays the same for one browser
     */
    public void lend(Page page, String computer, List<Lent> lent) {
        List<Port> back = new ArrayList<>();
        synchronized (this) {
            Computer known = computers.computeIfAbsent(computer, id -> new Computer());
            boolean another = known.page != page;
            known.page = page;
            if (known.leaving != null) {
                known.leaving.cancel(false);
                known.leaving = null;
            }
            Map<String, Lent> now = new HashMap<>();
            lent.stream().limit(MOST_PORTS).forEach(port -> now.put(port.id(), port));
            known.ports.entrySet().removeIf(entry -> {
                boolean gone = !entry.getValue().lent.equals(now.get(entry.getKey()));
                if (gone) {
                    entry.getValue().close();
                }
                return gone;
            });
            Set<String> names = new HashSet<>();
            computers.values().forEach(c -> c.ports.values().forEach(port -> names.add(port.name())));
            now.forEach((id, port) ->
                    known.ports.computeIfAbsent(id, i -> new LentPort(free(port.name(), names), computer, port)));
            if (another) {
                back.addAll(known.ports.values());
            }
        }
        changed.run();
        back.forEach(gaps::ends);
    }

    private static String free(String name, Set<String> taken) {
        String free = name;
        for (int i = 2; !taken.add(free); i++) {
            free = name + " (" + i + ")";
        }
        return free;
    }

    /** A page is gone; its ports go too, unless it is back soon. */
    public void gone(Page page) {
        List<Port> silent = new ArrayList<>();
        synchronized (this) {
            leaveSoon(page, silent);
        }
        silent.forEach(gaps::begins);
    }

    private void leaveSoon(Page page, List<Port> silent) {
        computers.forEach((id, computer) -> {
            if (computer.page == page) {
                silent.addAll(computer.ports.values());
                computer.page = null;
                computer.leaving = grace.schedule(() -> leave(id), GRACE_MILLIS, TimeUnit.MILLISECONDS);
            }
        });
    }

    private void leave(String id) {
        synchronized (this) {
            Computer computer = computers.get(id);
            if (computer == null || computer.page != null) {
                return;
            }
            computers.remove(id);
            computer.ports.values().forEach(LentPort::close);
        }
        changed.run();
    }

    /** Bytes came in on a lent MIDI port. */
    public void midi(Page page, String id, byte[] bytes) {
        LentPort port = port(page, id);
        if (port != null && !port.lent.pad()) {
            port.feed(bytes);
        }
    }

    /**
     * Something on a game controller moved.
     *
     * @param part {@code button1}, {@code axis1} and so on
     * @param position 0..1; an axis in the middle is at 0.5
     */
    public void pad(Page page, String id, String part, double position) {
        LentPort port = port(page, id);
        if (port != null && port.lent.pad()) {
            TouchMessage message = new TouchMessage(part, Math.max(0, Math.min(1, position)), "");
            port.traffic.in(message);
            listener.arrived(port, message);
        }
    }

    private synchronized LentPort port(Page page, String id) {
        for (Computer computer : computers.values()) {
            if (computer.page == page) {
                return computer.ports.get(id);
            }
        }
        return null;
    }

    private synchronized Page page(String computer) {
        Computer known = computers.get(computer);
        return known == null ? null : known.page;
    }

    @Override
    public synchronized List<Port> ports() {
        List<Port> all = new ArrayList<>();
        computers.values().forEach(computer -> all.addAll(computer.ports.values()));
        return all;
    }

    @Override
    public synchronized void close() {
        grace.shutdownNow();
        computers.values().forEach(computer -> computer.ports.values().forEach(LentPort::close));
        computers.clear();
    }

    private final class LentPort implements Port {
        private final String name;
        private final String computer;
        private final Lent lent;
        private final Traffic traffic;
        private final MidiDecoder decoder;
        private final OutQueue queue;

        LentPort(String name, String computer, Lent lent) {
            this.name = name;
            this.computer = computer;
            this.lent = lent;
            this.traffic = lent.pad() ? Traffic.osc() : Traffic.midi();
            this.decoder = new MidiDecoder(message -> {
                traffic.in(message);
                listener.arrived(this, message);
            });
            this.queue = new OutQueue("lent out " + name, traffic, this::sendNow);
        }

        synchronized void feed(byte[] bytes) {
            decoder.feed(bytes);
        }

        private void sendNow(Message message, BooleanSupplier isCut) {
            Page page = page(computer);
            if (page == null) {
                throw new IllegalStateException("the page that lends this port is not open");
            }
            page.send(lent.id(), ((MidiMessage) message).bytes());
        }

        @Override
        public Wire wire() {
            return lent.pad() ? Wire.PAD : Wire.BROWSER;
        }

        @Override
        public String name() {
            return name;
        }

        @Override
        public String vendor() {
            return lent.vendor();
        }

        @Override
        public String socket() {
            return computer;
        }

        @Override
        public boolean hasInput() {
            return lent.in();
        }

        @Override
        public boolean hasOutput() {
            return lent.out();
        }

        @Override
        public Traffic traffic() {
            return traffic;
        }

        @Override
        public void send(Message message, Object fold) {
            if (!lent.out() || !(message instanceof MidiMessage)) {
                traffic.dropped("nothing can be sent to this port");
                return;
            }
            queue.offer(message, fold);
        }

        @Override
        public boolean isBusy() {
            return queue.isBusy();
        }

        @Override
        public void clear() {
            queue.clear();
        }

        @Override
        public void close() {
            queue.close();
        }
    }
}
