package orchard.standin;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/**
 * Music software with 24 tracks (volume, pan, mute, solo, arm, two sends, meter, phrases), a device on the narrator's track, six blend knobs,
 * rows, sixteen markers, transport, recording, tempo, sway, automation and a master, on OSC over UDP both ways. It pushes every change to its
 * subscribers, with the value and the text on its display. On MIDI, notes 36 to 43 start rows, all others sound on the track of their channel, and any controller can be
 * taught to move a parameter; while it plays it sends MIDI clock, with start and stop.
 *
 * <p>Gestures beside those of every desk: {@code play hit}, {@code stop hit}, {@code device replace}, {@code learn hit}: the parameter that was moved last
 * by hand takes the next controller. Tracks are renamed by {@link #rename} and moved by {@link #move}.
 *
 * <p>Habits: the meters and the position move only while it plays; a marker keeps the place at which it was set, and a jump to an empty one
 * goes nowhere; it records only while it plays; while automation is on touch, a volume goes back to where it was when the finger
 * leaves; its modulator moves blend knob 6 thirty times a second, or what is heard of it around where that stands; a device can be replaced, and then its parameters are others.
 */
public final class Wherry extends OscDesk {

    private static final int TRACKS = 24;
    private static final int ROWS = 8;
    private static final String MODULATED = "/wherry/blend/6";
    private static final String AT = "/wherry/";
    private static final int NARRATOR = 4;
    private static final String FILTER = AT + "track/" + NARRATOR + "/device/1/";
    private static final String POSITION = AT + "position";
    private static final String TEMPO = AT + "tempo";
    private static final String PLAYING = AT + "playing";
    private static final String RECORDING = AT + "recording";
    private static final String MARKERS = AT + "markers/";
    private static final String JUMP = MARKERS + "jump";
    private static final float METER_SECONDS = 0.1f;
    private static final int LOWEST_ROW_NOTE = 36;
    private static final int MODEL = 0x07;
    private static final int CHANNELS = 16;
    private static final double TICKS = 24;
    private static final int CLOCK = 0xF8;
    private static final int START = 0xFA;
    private static final int STOP = 0xFC;
    private final OwnProfile own = new OwnProfile("wherry");
    private volatile Announcement announcing;

    /** Which of the tracks stands at each place. */
    private final List<Integer> order = new ArrayList<>();

    /** Where each marker that is set lies, in beats. */
    private final Map<String, Float> marked = new HashMap<>();

    /** What each controller moves, by channel and number. */
    private final Map<String, String> learned = new HashMap<>();

    /** What sounds on each channel; a note that is struck while it sounds, or ended while it does not, is a fault. */
    private final List<Set<Integer>> sounding = IntStream.rangeClosed(0, CHANNELS)
            .mapToObj(channel -> (Set<Integer>) new TreeSet<Integer>())
            .toList();

    private int struck;
    private int faults;
    private long nextTick;
    private DeskMidi midi;
    private String handled = "";
    private String learning = "";
    private boolean playing;
    private long beat;

    /** @param port UDP port it listens on, on this machine only; 0 for any free one */
    public Wherry(int port) {
        this(port, false);
    }

    /**
     * @param port UDP port it listens on; 0 for any free one
     * @param lan whether other machines may reach it; then it announces itself to them by DNS-SD as {@code _osc._udp}
     */
    public Wherry(int port, boolean lan) {
        super("/wherry", port, lan);
        own.parameters().forEach(this::add);
        names.putAll(own.names());
        for (int track = 1; track <= TRACKS; track++) {
            order.add(track);
        }
        panel.show("transport", 0, "stopped");
        panel.show("learn", 0, "");
        open();
        midi = new DeskMidi("Wherry", MODEL, true, this::hear);
        showSounding();
        if (lan) {
            clock.execute(this::announce);
        }
        clock.scheduleAtFixedRate(this::meter, 100, 100, TimeUnit.MILLISECONDS);
        clock.scheduleAtFixedRate(this::modulate, 33, 33, TimeUnit.MILLISECONDS);
    }

    /** The device on the narrator's track that the profile knows. */
    private void filter() {
        own.parameters().stream()
                .filter(parameter -> parameter.address().startsWith(FILTER))
                .forEach(parameter ->
                        add(parameter.at(device() + parameter.address().substring(FILTER.length()))));
        names.put(device() + "name", own.names().get(FILTER + "name"));
    }

    private void echo() {
        add(new DeskParameter(device() + "time", "Time", 1, 2000, 250, "ms", "log"));
        add(new DeskParameter(device() + "feedback", "Feedback", 0, 100, 30, "%", "linear"));
        add(new DeskParameter(device() + "mix", "Mix", 0, 100, 40, "%", "linear"));
        names.put(device() + "name", "Echo");
    }

    private void announce() {
        try {
            announcing = new Announcement("_osc._udp.local.", "Wherry", port());
        } catch (IOException e) {
            panel.show("announced", 0, "not announced: " + e.getMessage());
        }
    }

    @Override
    public String id() {
        return "wherry";
    }

    @Override
    boolean hand(String part, String gesture, double amount) {
        if (gesture.equals("hit") && (part.equals("play") || part.equals("stop"))) {
            transport(part.equals("play"));
            return true;
        } else if (part.equals("learn") && gesture.equals("hit")) {
            learn(learning.isEmpty() ? handled : "");
            return true;
        } else if (part.equals("device") && gesture.equals("replace")) {
            replaceDevice();
            return true;
        }
        return false;
    }

    /** Gives a track another name, as a person would in the software. */
    public synchronized void rename(int track, String name) {
        name(AT + "track/" + track + "/name", name);
    }

    @Override
    Map<String, String> identities() {
        Map<String, String> all = new LinkedHashMap<>();
        for (int place = 1; place <= TRACKS; place++) {
            all.put(AT + "track/" + place + "/id", "track-" + order.get(place - 1));
        }
        return all;
    }

    /**
     * Moves a track to another place, as a person would in the software; those between move up. It takes its name, its values and its
     * devices along; what it is stays the same.
     *
     * @param from 1..24
     * @param to 1..24
     */
    public synchronized void move(int from, int to) {
        List<Integer> places = new ArrayList<>();
        for (int place = 1; place <= TRACKS; place++) {
            places.add(place);
        }
        places.add(to - 1, places.remove(from - 1)); // which place is moved to each
        Map<String, DeskParameter> wereParameters = new LinkedHashMap<>(parameters);
        Map<String, Float> wereValues = new LinkedHashMap<>(values);
        Map<String, String> wereNames = new LinkedHashMap<>(names);
        order.add(to - 1, order.remove(from - 1));
        parameters.keySet().removeIf(address -> address.startsWith(AT + "track/"));
        names.keySet().removeIf(address -> address.startsWith(AT + "track/"));
        for (int place = 1; place <= TRACKS; place++) {
            String was = AT + "track/" + places.get(place - 1) + "/";
            String is = AT + "track/" + place + "/";
            wereParameters.forEach((address, parameter) -> {
                if (address.startsWith(was)) {
                    DeskParameter there = parameter.at(is + address.substring(was.length()));
                    parameters.put(there.address(), there);
                    values.put(there.address(), wereValues.get(address));
                }
            });
            wereNames.forEach((address, name) -> {
                if (address.startsWith(was)) {
                    names.put(is + address.substring(was.length()), name);
                }
            });
        }
        values.keySet().retainAll(parameters.keySet());
        rearranged();
    }

    /** The beginning of the addresses of what is on the narrator's track, wherever that stands. */
    private String device() {
        return AT + "track/" + (order.indexOf(NARRATOR) + 1) + "/device/1/";
    }

    /** Puts an echo in the place of the filter, or the filter in the place of the echo. */
    private void replaceDevice() {
        String at = device();
        boolean isFilter = parameters.containsKey(at + "cutoff");
        parameters.keySet().removeIf(address -> address.startsWith(at));
        values.keySet().removeIf(address -> address.startsWith(at));
        if (isFilter) {
            echo();
        } else {
            filter();
        }
        name(at + "name", isFilter ? "Echo" : "Filter");
        push(OscMessage.of(AT + "changed", at.substring(0, at.length() - 1)));
        parameters.values().stream()
                .filter(parameter -> parameter.address().startsWith(at))
                .forEach(parameter -> set(parameter, parameter.standard()));
    }

    @Override
    void touched(DeskParameter parameter) {
        handled = parameter.address();
    }

    /** The next controller moves this parameter from now on; "" for none after all. */
    private void learn(String address) {
        DeskParameter parameter = parameters.get(address);
        learning = parameter != null && parameter.settable() ? address : "";
        panel.show("learn", learning.isEmpty() ? 0 : 1, learning.isEmpty() ? "" : "a controller for " + learning);
        push(OscMessage.of("/wherry/learning", learning));
    }

    private void end(int channel, int note) {
        int row = note - LOWEST_ROW_NOTE + 1;
        if (row < 1 || row > ROWS) {
            letGo(channel, note);
            push(OscMessage.of(AT + "track/" + channel + "/note", note, 0));
        }
    }

    /** Something came in on MIDI. */
    private synchronized void hear(MidiMessage message) {
        if (!isUp()) {
            return;
        }
        if (message instanceof MidiMessage.NoteOn on && on.velocity() > 0) {
            int row = on.note() - LOWEST_ROW_NOTE + 1;
            if (row >= 1 && row <= ROWS) {
                set(AT + "row", row);
            } else {
                strike(on.channel(), on.note());
                push(OscMessage.of(AT + "track/" + on.channel() + "/note", on.note(), on.velocity()));
            }
        } else if (message instanceof MidiMessage.NoteOff off) {
            end(off.channel(), off.note());
        } else if (message instanceof MidiMessage.NoteOn on) {
            end(on.channel(), on.note());
        } else if (message instanceof MidiMessage.ControlChange cc && (cc.number() == 120 || cc.number() == 123)) {
            sounding.get(cc.channel()).clear();
            showSounding();
        } else if (message instanceof MidiMessage.ControlChange cc) {
            String controller = "CC %d, ch %d".formatted(cc.number(), cc.channel());
            if (!learning.isEmpty()) {
                learned.put(controller, learning);
                push(OscMessage.of("/wherry/learned", learning, controller));
                panel.show("learn", 0, controller + ": " + learning);
                learning = "";
            }
            DeskParameter parameter = parameters.get(learned.getOrDefault(controller, ""));
            if (parameter != null) {
                set(parameter, parameter.at(cc.value() / 127.0));
            }
        }
    }

    @Override
    boolean heard(OscMessage message) {
        switch (message.address()) {
            case "/wherry/learn" -> learn(message.text(0));
            case "/wherry/play" -> transport(true);
            case "/wherry/stop" -> transport(false);
            default -> {
                return false;
            }
        }
        return true;
    }

    @Override
    boolean returns(DeskParameter parameter) {
        return values.get(AT + "automation") == 2;
    }

    @Override
    void changed(DeskParameter parameter, float value) {
        switch (parameter.address()) {
            case PLAYING -> transport(value == 1);
            case RECORDING -> record(value == 1);
            case JUMP -> jump((int) value);
            default -> mark(parameter.address(), value == 1);
        }
        if (parameter.address().equals(AT + "row") && value > 0) {
            for (int track = 1; track <= TRACKS; track++) {
                set(AT + "track/" + track + "/phrase", value);
            }
        }
    }

    /** It records only while it plays. */
    private void record(boolean on) {
        if (on && !playing) {
            transport(true);
        }
    }

    /** A marker that is set keeps the place where it was set. */
    private void mark(String address, boolean isSet) {
        if (isSet && address.startsWith(MARKERS)) {
            marked.putIfAbsent(address, values.get(POSITION));
        } else {
            marked.remove(address);
        }
    }

    /** To the place of a marker; from one that is empty nothing comes but the word that it went nowhere. */
    private void jump(int marker) {
        Float place = marked.get(MARKERS + marker);
        if (place != null) {
            set(POSITION, place);
        } else if (marker > 0) {
            set(JUMP, 0);
        }
    }

    private void transport(boolean play) {
        if (play == playing) {
            return;
        }
        playing = play;
        set(PLAYING, play ? 1 : 0);
        if (!play && values.get(RECORDING) == 1) {
            set(RECORDING, 0);
        }
        panel.show("transport", play ? 1 : 0, play ? "playing" : "stopped");
        say(play ? START : STOP);
        if (play) {
            nextTick = System.nanoTime();
            clock.execute(this::tick);
        }
        push(OscMessage.of("/wherry/transport", play ? 1 : 0));
        if (!play) {
            parameters.values().stream().filter(p -> !p.settable()).forEach(p -> set(p, p.low()));
        }
    }

    private void say(int status) {
        if (midi != null) {
            midi.send(new MidiMessage.SystemMessage(status, 0, 0));
        }
    }

    /** A 24th of a beat passed. */
    private synchronized void tick() {
        if (!playing || clock.isShutdown()) {
            return;
        }
        say(CLOCK);
        nextTick += (long) (60e9 / values.get(TEMPO) / TICKS);
        clock.schedule(this::tick, Math.max(0, nextTick - System.nanoTime()), TimeUnit.NANOSECONDS);
    }

    private void strike(int channel, int note) {
        struck++;
        faults += sounding.get(channel).add(note) ? 0 : 1;
        showSounding();
    }

    private void letGo(int channel, int note) {
        faults += sounding.get(channel).remove(note) ? 0 : 1;
        showSounding();
    }

    private void showSounding() {
        StringBuilder words = new StringBuilder();
        for (int channel = 1; channel <= CHANNELS; channel++) {
            for (int note : sounding.get(channel)) {
                words.append(words.isEmpty() ? "" : ", ")
                        .append(note)
                        .append(" on ")
                        .append(channel);
            }
        }
        panel.show("sounds", words.isEmpty() ? 0 : 1, words.isEmpty() ? "silent" : words.toString());
        panel.show("struck", 0, String.valueOf(struck));
        panel.show("faults", 0, String.valueOf(faults));
    }

    private synchronized void meter() {
        if (!playing) {
            return;
        }
        beat++;
        set(
                POSITION,
                (values.get(POSITION) + values.get(TEMPO) / 60 * METER_SECONDS)
                        % parameters.get(POSITION).high());
        for (int track = 1; track <= TRACKS; track++) {
            String at = AT + "track/" + track + "/";
            DeskParameter meter = parameters.get(at + "meter");
            boolean muted = values.get(at + "mute") >= 0.5;
            double swell = 4 * Math.sin((beat + 3.0 * track) / (2 + track / 3.0));
            set(meter, muted ? meter.low() : meter.settled((float) (values.get(at + "volume") - 6 + swell)));
        }
    }

    private synchronized void modulate() {
        double swing = Math.sin(System.nanoTime() / 4e8);
        float modulator = values.get(AT + "modulator");
        if (modulator == 1) {
            set(MODULATED, (float) (50 + 40 * swing));
        }
        float set = values.get(MODULATED);
        float now = modulator == 2 ? (float) Math.rint(Math.max(0, Math.min(100, set + 15 * swing))) : set;
        if (now != values.get(MODULATED + "/now")) {
            set(MODULATED + "/now", now);
        }
    }

    @Override
    public void close() {
        super.close();
        midi.close();
        if (announcing != null) {
            try {
                announcing.close();
            } catch (IOException e) {
                panel.show("announced", 0, "not ended well: " + e.getMessage());
            }
        }
    }
}
