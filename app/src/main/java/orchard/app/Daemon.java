package orchard.app;

import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;

/** Threads that work in the background and keep nobody from stopping. */
public final class Daemon {

    private Daemon() {}

    /** Starts a thread. */
    public static void start(String name, Runnable work) {
        thread(name, work).start();
    }

    /** A scheduler with one thread. */
    public static ScheduledExecutorService scheduler(String name) {
        return Executors.newSingleThreadScheduledExecutor(task -> thread(name, task));
    }

    /** A thread that is not started yet. */
    public static Thread thread(String name, Runnable work) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        return thread;
    }
}
