package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Goes to a song of the set list, or on by some; at either end one stays.
 *
 * @param song its id, or "" to go on from the current one
 * @param by how many songs to go on; below 0 back
 */
public record GoToSong(String song, int by) implements Action {

    public GoToSong {
        by = song.isEmpty() ? by : 0;
    }

    @Override
    public Kind kind() {
        return Kind.SONG;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> songs = new LinkedHashMap<>();
        songs.put("", "go on by");
        names.songPlaces().forEach(place -> songs.put(place.id(), place.name()));
        if (!song.isEmpty()) {
            songs.putIfAbsent(song, "one that is missing");
        }
        return List.of(
                Field.choice("song", "which", song, songs),
                Field.text("by", "by", "%+d".formatted(by == 0 ? 1 : by), "+1"));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String to = typed.text("song");
        if (to.isEmpty()) {
            return new GoToSong("", typed.steps("by"));
        }
        if (names.songPlaces().stream().noneMatch(place -> place.id().equals(to))) {
            throw new Mistake("song", "choose a song of the set list");
        }
        return new GoToSong(to, 0);
    }

    @Override
    public Optional<Selector.Owner> moves() {
        return Optional.of(new Selector.Owner(Selector.Kind.SONGS, "", ""));
    }

    @Override
    public Set<String> goesThrough(Directory names) {
        return song.isEmpty()
                ? names.songPlaces().stream().map(Selector.Place::id).collect(Collectors.toSet())
                : Set.of(song);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of();
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return true;
    }

    @Override
    public String words(Directory names) {
        if (song.isEmpty()) {
            return Action.onward(by, "song", "");
        }
        return "go to the song "
                + names.songPlaces().stream()
                        .filter(place -> place.id().equals(song))
                        .map(place -> "“" + place.name() + "”")
                        .findFirst()
                        .orElse("that is missing (" + song + ")");
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        boolean isThere = song.isEmpty()
                ? !names.songPlaces().isEmpty()
                : names.songPlaces().stream().anyMatch(place -> place.id().equals(song));
        return isThere
                ? Optional.empty()
                : Optional.of(
                        song.isEmpty()
                                ? "It steps through a set list that is empty."
                                : "It goes to a song that is not in the set list (" + song + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.goToSong(this);
    }
}
