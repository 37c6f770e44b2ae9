package orchard.app.port;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.app.desktop.MachineDesktop;
import orchard.signal.Desktop;

/** The keyboards that can be typed on: this machine's, once that is allowed, and those of simulated desktops. Safe for several threads. */
final class KeysWire implements Port.Source {

    /** What the keyboard of this machine is called. */
    static final String MACHINE = "Keyboard of this machine";

    private final Map<String, KeysPort> ports = new ConcurrentHashMap<>();
    private final Port.Listener listener;
    private final Runnable changed;
    private final Map<String, String> environment;
    private final ScheduledExecutorService scan = Daemon.scheduler("keys scan");
    private volatile boolean isAllowed;
    private volatile String refusal = "";

    /**
     * @param changed is run after keyboards came or went
     * @param environment where the desktop of this machine is found
     */
    KeysWire(Port.Listener listener, Runnable changed, boolean isAllowed, Map<String, String> environment) {
        this.listener = listener;
        this.changed = changed;
        this.isAllowed = isAllowed;
        this.environment = Map.copyOf(environment);
    }

    @Override
    public void start() {
        scan.scheduleWithFixedDelay(this::look, 0, 2, TimeUnit.SECONDS);
    }

    /** Allows to type on this machine, or forbids it at once. */
    synchronized void allow(boolean allowed) {
        isAllowed = allowed;
        look();
    }

    /** How typing on this machine stands. */
    MachineKeys machine() {
        KeysPort port = ports.get(MACHINE);
        List<String> titles = List.of();
        if (port != null) {
            try {
                titles = port.desktop().windows().stream()
                        .map(Desktop.Window::title)
                        .filter(title -> !title.isBlank())
                        .toList();
            } catch (Desktop.Gone gone) {
                lost(port);
            }
        }
        return new MachineKeys(isAllowed, isAllowed && port == null ? refusal : "", titles);
    }

    /** Looks whether the desktop of this machine came. */
    @Override
    public synchronized void look() {
        KeysPort port = ports.get(MACHINE);
        if (!isAllowed && port != null) {
            detach(port);
        } else if (isAllowed && port == null) {
            try {
                attach(MachineDesktop.open(MACHINE, environment));
            } catch (MachineDesktop.Refusal refused) {
                refusal = refused.getMessage();
            }
        }
    }

    /** A desktop is there. */
    synchronized void attach(Desktop desktop) {
        ports.put(desktop.name(), new KeysPort(desktop, listener, this::lost));
        changed.run();
    }

    /** A desktop is taken away; what is typed on it stops. */
    synchronized void detach(String name) {
        KeysPort port = ports.get(name);
        if (port != null) {
            detach(port);
        }
    }

    private void lost(KeysPort port) {
        scan.execute(() -> detach(port)); // its thread is the one that tells, and has to end first
    }

    private synchronized void detach(KeysPort port) {
        if (ports.remove(port.name(), port)) {
            port.close();
            changed.run();
        }
    }

    @Override
    public List<Port> ports() {
        return List.copyOf(ports.values());
    }

    @Override
    public void close() {
        scan.shutdownNow();
        ports.values().forEach(KeysPort::close);
    }
}
