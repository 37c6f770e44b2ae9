package orchard.app.store;

/**
 * Who makes edits: a browser, by its id. What a thread does between {@link #as} and its end is that browser's; all else is done by Orchard itself, whose id is "".
 */
public final class Maker {

    private static final ThreadLocal<String> NOW = ThreadLocal.withInitial(() -> "");

    private Maker() {}

    /** What is done for a browser; its end is the end of this. */
    public interface Work extends AutoCloseable {
        @Override
        void close();
    }

    /** From now on this thread works for a browser. */
    public static Work as(String browser) {
        String before = NOW.get();
        NOW.set(browser);
        return () -> NOW.set(before);
    }

    /** The id of the browser this thread works for, or "". */
    public static String now() {
        return NOW.get();
    }
}
