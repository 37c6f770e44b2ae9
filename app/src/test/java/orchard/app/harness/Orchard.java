package orchard.app.harness;

import java.time.Duration;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/**
 * Gives tests the one database, the one application and the one browser they share over the whole run. Before each test the
 * rig is the demo rig as it was loaded.
 */
public final class Orchard implements ParameterResolver, BeforeEachCallback {

    static {
        // as patient as the browser: a busy machine is no fault
        Awaitility.setDefaultTimeout(Duration.ofSeconds(40));
    }

    /** Closed by JUnit when the whole run is over. */
    private static final class Shared implements ExtensionContext.Store.CloseableResource {
        private final TestDatabase database = new TestDatabase();
        private final TestOrchard orchard = new TestOrchard(database.schema("orchard"), true);
        private Browser browser;

        Browser browser() {
            if (browser == null) {
                browser = new Browser();
            }
            return browser;
        }

        @Override
        public void close() {
            if (browser != null) {
                browser.close();
            }
            orchard.close();
            database.close();
        }
    }

    private static Shared shared(ExtensionContext context) {
        return context.getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent("orchard", key -> new Shared(), Shared.class);
    }

    @Override
    public void beforeEach(ExtensionContext context) {
        shared(context).orchard.reset();
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        Class<?> kind = parameter.getParameter().getType();
        return kind == TestOrchard.class || kind == TestDatabase.class || kind == Browser.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        Class<?> kind = parameter.getParameter().getType();
        Shared shared = shared(context);
        if (kind == Browser.class) {
            shared.browser().enter(shared.orchard.url("/enter/" + shared.orchard.key()));
            shared.browser().complaints(); // those of tests before are not this one's
            return shared.browser();
        }
        return kind == TestOrchard.class ? shared.orchard : shared.database;
    }
}
