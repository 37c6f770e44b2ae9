package orchard.outcome;

import java.util.List;
import orchard.gear.Selector;
import orchard.outcome.Line.Tone;
import orchard.rig.Song;

/** A page of a device's controls or parameters is open now, as far as its messages tell. */
public record PageOpened(Selector.Owner pages, int page) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        if (pages.kind() == Selector.Kind.SONGS) {
            List<Song> songs = telling.rig().songs();
            return List.of(Line.of(
                    Tone.THROUGH,
                    page > songs.size()
                            ? "Another song is current now."
                            : "The song “" + songs.get(page - 1).name() + "” is current now."));
        }
        String which = telling.names()
                .device(pages.device())
                .flatMap(d -> d.profile().traits().group(pages.group()))
                .map(of -> "Page %d of %s, “%s”,"
                        .formatted(page, of.name(), of.names().get(page - 1)))
                .orElse("Page " + page);
        return List.of(Line.of(Tone.IN, which + " is open now."));
    }
}
