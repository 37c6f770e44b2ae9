package orchard.rig;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.signal.NoteName;

/**
 * What holds for the rig as a whole.
 *
 * @param octaveOfNote60 4 or 3: makers disagree on what note 60 is called
 * @param udpPorts where OSC is heard besides the port Orchard was started with, in rising order
 * @param tcpPorts the same for OSC over TCP
 * @param takeover what absolute controls do that stand elsewhere, unless their device or mapping says otherwise
 * @param reconcile who is followed where a device and Orchard both moved a parameter while they could not hear each other
 * @param sessions network MIDI sessions that Orchard joins, as {@code name = host:port}; the port is the control port
 * @param tempo the parameter that tells how fast beats go: in BPM, in Hz, or as the time of a beat; null for none
 * @param darkness what makes all lamps darker
 */
public record Settings(
        int octaveOfNote60,
        List<Integer> udpPorts,
        List<Integer> tcpPorts,
        List<String> sessions,
        Takeover takeover,
        Reconcile reconcile,
        Ref.ToParameter tempo,

        @JsonInclude(value = JsonInclude.Include.CUSTOM, valueFilter = Lit.class)
        Darkness darkness) {

    /** Leaves out of files that nothing makes lamps darker. */
    static final class Lit {
        @Override
        public boolean equals(Object other) {
            return Darkness.NONE.equals(other);
        }

        @Override
        public int hashCode() {
            return 0;
        }
    }

    /** Who is followed where both sides moved a parameter during a gap. */
    public enum Reconcile {
        /** The device: what it says is taken. */
        THEIRS,
        /** Orchard: what it has is sent again. */
        OURS
    }

    /** The id of the one part that holds them. */
    public static final String ID = "settings";

    /** What holds as long as nobody says otherwise. */
    public static final Settings STANDARD =
            new Settings(4, List.of(), List.of(), List.of(), Takeover.JUMP, Reconcile.THEIRS);

    public Settings {
        udpPorts = udpPorts.stream().distinct().sorted().toList();
        tcpPorts = tcpPorts.stream().distinct().sorted().toList();
        sessions = List.copyOf(sessions);
        takeover = takeover == null ? Takeover.JUMP : takeover;
        reconcile = reconcile == null ? Reconcile.THEIRS : reconcile;
        darkness = darkness == null ? Darkness.NONE : darkness;
    }

    /** Without a tempo. */
    public Settings(
            int octaveOfNote60,
            List<Integer> udpPorts,
            List<Integer> tcpPorts,
            List<String> sessions,
            Takeover takeover,
            Reconcile reconcile) {
        this(octaveOfNote60, udpPorts, tcpPorts, sessions, takeover, reconcile, null, Darkness.NONE);
    }

    /** The same, made darker by something else. */
    public Settings with(Darkness other) {
        return new Settings(octaveOfNote60, udpPorts, tcpPorts, sessions, takeover, reconcile, tempo, other);
    }

    /** The same with beats that go by another parameter. */
    public Settings withTempo(Ref.ToParameter other) {
        return new Settings(octaveOfNote60, udpPorts, tcpPorts, sessions, takeover, reconcile, other, darkness);
    }

    /** The same with other sessions. */
    public Settings withSessions(List<String> others) {
        return new Settings(octaveOfNote60, udpPorts, tcpPorts, others, takeover, reconcile, tempo, darkness);
    }

    /** A device that was moved is followed. */
    public Settings(
            int octaveOfNote60,
            List<Integer> udpPorts,
            List<Integer> tcpPorts,
            List<String> sessions,
            Takeover takeover) {
        this(octaveOfNote60, udpPorts, tcpPorts, sessions, takeover, Reconcile.THEIRS);
    }

    /** Names of notes in this rig. */
    public NoteName noteNames() {
        return new NoteName(octaveOfNote60);
    }
}
