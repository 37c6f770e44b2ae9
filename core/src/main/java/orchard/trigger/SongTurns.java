package orchard.trigger;

import java.util.List;
import java.util.Optional;
import orchard.condition.Condition;
import orchard.gear.Directory;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** The performance comes to a song, or leaves it. */
public record SongTurns(String song, boolean comes) implements Trigger {

    @Override
    public Kind kind() {
        return Kind.SONG;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Condition.placeField("song", "song", song, names.songPlaces().stream()), Trigger.comesField(comes));
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        String chosen = typed.text("song");
        if (new SongTurns(chosen, true).fault(names).isPresent()) {
            throw new Mistake("song", "choose a song");
        }
        return new SongTurns(chosen, typed.check("comes"));
    }

    private String named(Directory names) {
        return "the song “"
                + names.songPlaces().stream()
                        .filter(place -> place.id().equals(song))
                        .map(Selector.Place::name)
                        .findFirst()
                        .orElse("that is missing (" + song + ")")
                + "”";
    }

    @Override
    public String words(Directory names) {
        return named(names) + (comes ? " comes" : " goes");
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.songPlaces().stream().anyMatch(place -> place.id().equals(song))
                ? Optional.empty()
                : Optional.of("It waits for a song that is not in the set list (" + song + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.songTurns(this);
    }
}
