package orchard.condition;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** The performance stands at a song of the set list. */
public record SongIs(String song) implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.SONG);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Condition.placeField("song", "song", song, names.songPlaces().stream()));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        String chosen = typed.text("song");
        if (names.songPlaces().stream().noneMatch(place -> place.id().equals(chosen))) {
            throw new Mistake("song", "choose a song");
        }
        return new SongIs(chosen);
    }

    private String named(Directory names) {
        return "the song "
                + names.songPlaces().stream()
                        .filter(place -> place.id().equals(song))
                        .map(Selector.Place::name)
                        .map(name -> "“" + name + "”")
                        .findFirst()
                        .orElse("that is missing (" + song + ")");
    }

    @Override
    public String words(Directory names) {
        return named(names) + " is current";
    }

    @Override
    public String opposite(Directory names) {
        return named(names) + " is not current";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.songPlaces().stream().anyMatch(place -> place.id().equals(song))
                ? Optional.empty()
                : Optional.of("It waits for a song that is not in the set list (" + song + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.songIs(this);
    }
}
