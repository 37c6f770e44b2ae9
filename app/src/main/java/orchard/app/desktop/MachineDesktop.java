package orchard.app.desktop;

import com.sun.jna.Native;
import com.sun.jna.Platform;
import java.util.Map;
import orchard.signal.Desktop;

/** The desktop of the machine Orchard runs on, if it has one that can be typed on. */
public final class MachineDesktop {

    private MachineDesktop() {}

    /** Why it cannot be typed on. */
    public static final class Refusal extends Exception {
        private static final long serialVersionUID = 1L;

        /** @param why as a sentence */
        Refusal(String why) {
            super(why);
        }
    }

    /**
     * Opens it.
     *
     * @param name what it is called where ports are listed
     * @param environment of the process: {@code DISPLAY}, {@code WAYLAND_DISPLAY}, {@code XDG_SESSION_TYPE}
     * @throws Refusal if there is none, or not of a kind that can be typed on
     */
    public static Desktop open(String name, Map<String, String> environment) throws Refusal {
        return open(name, environment, Platform.isLinux() && Native.LONG_SIZE == Long.BYTES);
    }

    static Desktop open(String name, Map<String, String> environment, boolean hasX) throws Refusal {
        if (!hasX) {
            throw new Refusal("Keys can be typed on Linux machines of 64 bits with an X11 desktop; this machine is "
                    + System.getProperty("os.name") + ", " + System.getProperty("os.arch") + ".");
        }
        if (!environment.getOrDefault("WAYLAND_DISPLAY", "").isEmpty()
                || environment.getOrDefault("XDG_SESSION_TYPE", "").equals("wayland")) {
            throw new Refusal("This desktop runs on Wayland, which lets no program type into another one. "
                    + "Log in again with a session on X11 (Xorg), and start Orchard there.");
        }
        String display = environment.getOrDefault("DISPLAY", "");
        if (display.isEmpty()) {
            throw new Refusal("Orchard was started where no desktop is (DISPLAY is not set): start it in a terminal on"
                    + " the desktop that is to be typed on.");
        }
        return XDesktop.open(name, display);
    }
}
