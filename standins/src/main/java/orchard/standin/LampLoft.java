package orchard.standin;

import java.util.ArrayDeque;
import java.util.Deque;
import orchard.signal.OscMessage;

/**
 * A lamp desk with 12 lamps (level, hue, saturation), 2 movers (pan, tilt), 4 banks of 8 playbacks, a master, blackout and tap tempo, on
 * OSC over UDP both ways.
 *
 * <p>Gestures beside those of every desk: {@code tap hit}.
 *
 * <p>Habits: there is one row of eight playbacks, and which bank is on it can be changed on its own panel at any time; then it tells the
 * bank and all eight levels.
 */
public final class LampLoft extends OscDesk {

    private static final int LAMPS = 12;
    private static final int BANKS = 4;
    private static final int PLAYBACKS = 8;
    private static final int TAPS = 4;
    private static final String AT = "/loft/";
    private static final String[] NAMES = {
        "Harbour left",
        "Harbour right",
        "Tower",
        "Clock face",
        "Water 1",
        "Water 2",
        "Water 3",
        "Storm left",
        "Storm right",
        "Lantern",
        "Moon",
        "House"
    };

    private final float[][] banks = new float[BANKS][PLAYBACKS];
    private final Deque<Long> taps = new ArrayDeque<>();

    /** @param port UDP port it listens on, on this machine only; 0 for any free one */
    public LampLoft(int port) {
        this(port, false);
    }

    /**
     * @param port UDP port it listens on; 0 for any free one
     * @param lan whether other machines may reach it
     */
    public LampLoft(int port, boolean lan) {
        super("/loft", port, lan);
        for (int lamp = 1; lamp <= LAMPS; lamp++) {
            String at = AT + "lamp/" + lamp + "/";
            add(new DeskParameter(at + "level", "Level", 0, 100, 0, "%", "linear"));
            add(new DeskParameter(at + "hue", "Hue", 0, 360, 40, "°", "linear"));
            add(new DeskParameter(at + "saturation", "Saturation", 0, 100, 30, "%", "linear"));
            names.put(at + "name", NAMES[lamp - 1]);
        }
        for (int mover = 1; mover <= 2; mover++) {
            String at = AT + "mover/" + mover + "/";
            add(new DeskParameter(at + "pan", "Pan", -270, 270, 0, "°", "linear"));
            add(new DeskParameter(at + "tilt", "Tilt", -135, 135, 0, "°", "linear"));
            names.put(at + "name", "Mover " + mover);
        }
        add(new DeskParameter(AT + "bank", "Bank", 1, BANKS, 1, "", "whole"));
        for (int playback = 1; playback <= PLAYBACKS; playback++) {
            add(new DeskParameter(AT + "playback/" + playback, "Playback " + playback, 0, 100, 0, "%", "linear"));
        }
        add(new DeskParameter(AT + "master", "Master", 0, 100, 100, "%", "linear"));
        add(DeskParameter.named(AT + "blackout", "Blackout", "off", "on"));
        add(new DeskParameter(AT + "tempo", "Tempo", 20, 300, 120, "BPM", "linear"));
        open();
    }

    @Override
    public String id() {
        return "loft";
    }

    @Override
    boolean hand(String part, String gesture, double amount) {
        if (part.equals("tap") && gesture.equals("hit")) {
            tap(System.nanoTime());
            return true;
        }
        return false;
    }

    @Override
    boolean heard(OscMessage message) {
        if (!message.address().equals("/loft/tap")) {
            return false;
        }
        tap(System.nanoTime());
        return true;
    }

    /** The mean of the last taps is the tempo; after two seconds without one a new count begins. */
    private void tap(long now) {
        if (!taps.isEmpty() && now - taps.getLast() > 2_000_000_000L) {
            taps.clear();
        }
        taps.addLast(now);
        if (taps.size() > TAPS) {
            taps.removeFirst();
        }
        if (taps.size() > 1) {
            double each = (taps.getLast() - taps.getFirst()) / 1e9 / (taps.size() - 1);
            set(AT + "tempo", (float) (60 / each));
        }
    }

    @Override
    void changed(DeskParameter parameter, float value) {
        String address = parameter.address();
        int bank = Math.round(values.get(AT + "bank")) - 1;
        if (address.startsWith(AT + "playback/")) {
            int playback = Integer.parseInt(address.substring((AT + "playback/").length())) - 1;
            banks[bank][playback] = value;
        } else if (address.equals(AT + "bank")) {
            float[] levels = banks[bank].clone();
            for (int playback = 0; playback < PLAYBACKS; playback++) {
                set(AT + "playback/" + (playback + 1), levels[playback]);
            }
        }
    }
}
