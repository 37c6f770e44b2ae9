package orchard.app.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.gear.Profile;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.signal.OscMessage;

/** Profiles of the music software and the lamp desk, written from their wire formats. */
final class OscProfiles {

    private static final Range PERCENT = new Range(0, 100, "%");
    private static final Range DECIBELS = new Range(-60, 6, "dB");
    private static final Range BEATS_A_MINUTE = new Range(20, 300, "BPM");
    private static final Law EVEN = new Law.Linear();
    private static final Law TAPER = new Law.DecibelTaper();
    private static final int ROWS = 8;
    private static final List<String> TRACKS = List.of(
            "Harp",
            "Bellows",
            "Surf",
            "Narrator",
            "Clockwork",
            "Seabirds",
            "Undertow",
            "Rain",
            "Drum low",
            "Drum high",
            "Bell buoy",
            "Rope",
            "Gulls far",
            "Chains",
            "Choir",
            "Glass",
            "Wind",
            "Hull",
            "Lantern",
            "Footsteps",
            "Clock tower",
            "Storm",
            "Tide",
            "First light");
    private static final List<String> LAMPS = List.of(
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
            "House");

    private final List<Group> groups = new ArrayList<>();
    private final List<Parameter> parameters = new ArrayList<>();

    private OscProfiles() {}

    /** 24 tracks, a filter on the narrator's, six blend knobs, and what the song as a whole has. */
    static Profile wherry() {
        OscProfiles profile = new OscProfiles();
        for (int track = 1; track <= TRACKS.size(); track++) {
            String group = "track" + track;
            String at = "/wherry/track/" + track + "/";
            profile.groups.add(new Group(group, "", TRACKS.get(track - 1), at + "name", "track-" + track));
            profile.touched(group, "volume", "Volume", DECIBELS, TAPER, -12, at);
            profile.add(group, "pan", "Pan", new Range(-100, 100, "%"), EVEN, 0, at);
            profile.named(group, "mute", "Mute", at, "off", "on");
            profile.named(group, "solo", "Solo", at, "off", "on");
            profile.named(group, "arm", "Arm", at, "off", "on");
            profile.add(group, "send1", "Send 1", DECIBELS, TAPER, -60, at);
            profile.add(group, "send2", "Send 2", DECIBELS, TAPER, -60, at);
            profile.named(group, "phrase", "Phrase", at, numbered("Phrase"));
            profile.parameters.add(new Parameter(
                    group + ".meter", group, "Meter", DECIBELS, EVEN, -60, new Binding.Osc(at + "meter"), false));
        }
        String filter = "/wherry/track/4/device/1/";
        profile.groups.add(new Group("filter", "track4", "Filter", filter + "name"));
        profile.add("filter", "cutoff", "Cutoff", new Range(200, 8000, "Hz"), new Law.Logarithmic(), 8000, filter);
        profile.add("filter", "resonance", "Resonance", PERCENT, EVEN, 18, filter);
        profile.add("filter", "drive", "Drive", new Range(0, 24, "dB"), EVEN, 0, filter);
        profile.add("filter", "mix", "Mix", PERCENT, EVEN, 100, filter);
        profile.groups.add(new Group("blend", "", "Blend", ""));
        for (int knob = 1; knob <= 6; knob++) {
            profile.add(
                    "blend",
                    String.valueOf(knob),
                    "Blend " + knob,
                    new Range(0, 100, ""),
                    new Law.Stepped(101),
                    0,
                    "/wherry/blend/");
        }
        profile.song();
        return profile.done("/wherry", List.of(OscMessage.of("/wherry/stop")));
    }

    private void song() {
        String at = "/wherry/";
        groups.add(new Group("song", "", "Song", ""));
        named("song", "row", "Row", at, numbered("Row"));
        named("song", "marker", "Marker", at, "Start", "Dusk", "Bell", "Low tide", "Storm", "Light");
        named("song", "loop", "Loop", at, "off", "on");
        add("song", "tempo", "Tempo", BEATS_A_MINUTE, EVEN, 96, at);
        add("song", "sway", "Sway", PERCENT, EVEN, 0, at);
        named("song", "automation", "Automation", at, "off", "read", "touch", "latch", "write");
        add("song", "position", "Position", new Range(0, 512, "beats"), EVEN, 0, at);
        add("song", "selected", "Selected track", new Range(1, 24, ""), new Law.Stepped(24), 1, at);
        named("song", "modulator", "Modulator", at, "off", "on");
        touched("song", "master", "Master", DECIBELS, TAPER, -6, at);
    }

    /** 12 lamps, 2 movers, a bank of 8 playbacks, master, blackout and tempo. */
    static Profile loft() {
        OscProfiles profile = new OscProfiles();
        for (int lamp = 1; lamp <= LAMPS.size(); lamp++) {
            String group = "lamp" + lamp;
            String at = "/loft/lamp/" + lamp + "/";
            profile.groups.add(new Group(group, "", LAMPS.get(lamp - 1), at + "name"));
            profile.add(group, "level", "Level", PERCENT, EVEN, 0, at);
            profile.add(group, "hue", "Hue", new Range(0, 360, "°"), EVEN, 40, at);
            profile.add(group, "saturation", "Saturation", PERCENT, EVEN, 30, at);
        }
        for (int mover = 1; mover <= 2; mover++) {
            String group = "mover" + mover;
            String at = "/loft/mover/" + mover + "/";
            profile.groups.add(new Group(group, "", "Mover " + mover, at + "name"));
            profile.add(group, "pan", "Pan", new Range(-270, 270, "°"), EVEN, 0, at);
            profile.add(group, "tilt", "Tilt", new Range(-135, 135, "°"), EVEN, 0, at);
        }
        profile.groups.add(new Group("playback", "", "Playbacks", ""));
        profile.add("playback", "bank", "Bank", new Range(1, 4, ""), new Law.Stepped(4), 1, "/loft/");
        for (int playback = 1; playback <= 8; playback++) {
            profile.add(
                    "playback", String.valueOf(playback), "Playback " + playback, PERCENT, EVEN, 0, "/loft/playback/");
        }
        profile.groups.add(new Group("house", "", "House", ""));
        profile.add("house", "master", "Master", PERCENT, EVEN, 100, "/loft/");
        profile.named("house", "blackout", "Blackout", "/loft/", "off", "on");
        profile.add("house", "tempo", "Tempo", BEATS_A_MINUTE, EVEN, 120, "/loft/");
        return profile.done("/loft", List.of());
    }

    private static String[] numbered(String word) {
        return Stream.concat(Stream.of("none"), IntStream.rangeClosed(1, ROWS).mapToObj(i -> word + " " + i))
                .toArray(String[]::new);
    }

    private void named(String group, String id, String name, String at, String... values) {
        add(group, id, name, new Range(0, values.length - 1.0, ""), new Law.Named(List.of(values)), 0, at);
    }

    private void add(String group, String id, String name, Range range, Law law, double standard, String at) {
        add(group, id, name, range, law, standard, new Binding.Osc(at + id));
    }

    private void touched(String group, String id, String name, Range range, Law law, double standard, String at) {
        add(group, id, name, range, law, standard, new Binding.Osc(at + id, at + id + "/touch"));
    }

    private void add(String group, String id, String name, Range range, Law law, double standard, Binding binding) {
        parameters.add(new Parameter(group + "." + id, group, name, range, law, standard, binding, true));
    }

    private Profile done(String root, List<OscMessage> panic) {
        return new Profile(
                List.of(),
                groups,
                parameters,
                List.of(),
                List.of(OscMessage.of(root + "/dump")),
                List.of(OscMessage.of(root + "/subscribe")),
                List.copyOf(panic));
    }
}
