package orchard.app;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What the launcher hands in.
 *
 * @param home folder where the key and the log are kept
 * @param oscPort UDP port on which OSC gear is heard; 0 for any free one
 * @param sessionPort control port of network MIDI sessions, the next pairs are tried if it is taken; 0 for any
 * @param wherryPort UDP port of the music-software stand-in; 0 for any free one
 * @param loftPort UDP port of the lamp-desk stand-in; 0 for any free one
 * @param lan whether other machines of the network may reach Orchard's pages and OSC ports
 * @param demo whether the demo rig and the stand-ins are there
 */
@ConfigurationProperties("orchard")
public record OrchardSettings(
        Path home,
        @DefaultValue("9010") int oscPort,
        @DefaultValue("5004") int sessionPort,
        @DefaultValue("9020") int wherryPort,
        @DefaultValue("9030") int loftPort,
        @DefaultValue("false") boolean lan,
        @DefaultValue("false") boolean demo) {}
