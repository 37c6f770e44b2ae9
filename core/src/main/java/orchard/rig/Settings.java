package orchard.rig;

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
 */
public record Settings(
        int octaveOfNote60,
        List<Integer> udpPorts,
        List<Integer> tcpPorts,
        List<String> sessions,
        Takeover takeover,
        Reconcile reconcile,
        Ref.ToParameter tempo) {

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
    }

    /** Without a tempo. */
    public Settings(
            int octaveOfNote60,
            List<Integer> udpPorts,
            List<Integer> tcpPorts,
            List<String> sessions,
            Takeover takeover,
            Reconcile reconcile) {
        this(octaveOfNote60, udpPorts, tcpPorts, sessions, takeover, reconcile, null);
    }

    /** The same with other sessions. */
    public Settings withSessions(List<String> others) {
        return new Settings(octaveOfNote60, udpPorts, tcpPorts, others, takeover, reconcile, tempo);
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
