package orchard.app.web;

import java.util.function.Function;
import orchard.app.live.Names;
import orchard.rig.Rig;

/**
 * What takes long to work out of a rig, remembered as long as the rig stays and nothing in it is called otherwise; most pages are drawn of
 * a rig that was drawn before. Safe for several threads, of which two may work it out at once.
 */
final class RigCache<T> {

    private record Known<T>(Rig rig, long names, T value) {}

    private final Names names;
    private final Function<Rig, T> work;
    private volatile Known<T> known;

    RigCache(Names names, Function<Rig, T> work) {
        this.names = names;
        this.work = work;
    }

    T of(Rig rig) {
        long version = names.version(); // before the work, so that it is never taken for newer than it is
        Known<T> now = known;
        if (now == null || now.rig() != rig || now.names() != version) {
            now = new Known<>(rig, version, work.apply(rig));
            known = now;
        }
        return now.value();
    }
}
