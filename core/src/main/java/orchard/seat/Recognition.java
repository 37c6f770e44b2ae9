package orchard.seat;

import orchard.gear.Seat;

/**
 * By what a device is recognised when it comes back; each may be "" for not known.
 *
 * @param place the {@link Seat#in} it was found out for: a seat that was given another place begins anew
 * @param identity maker and model as its identity reply tells, see {@link orchard.signal.Identity#model()}
 * @param name what its port was called, without the suffixes that systems add, see {@link VisiblePort#plain}
 * @param vendor who the system says made it
 * @param socket where it was plugged in
 * @param apart whether a person said which of several like it this is
 */
public record Recognition(String place, String identity, String name, String vendor, String socket, boolean apart) {

    /** Of a device that was never seen. */
    public static final Recognition NOTHING = new Recognition("", "", "", "", "", false);

    /** The same about a seat's place. */
    public Recognition at(String newPlace) {
        return new Recognition(newPlace, identity, name, vendor, socket, apart);
    }

    /** The same, told apart from others like it by a person. */
    public Recognition toldApart() {
        return new Recognition(place, identity, name, vendor, socket, true);
    }

    /** What is known after the device was seen at a port: what the port does not tell stays as it was. */
    public Recognition seen(VisiblePort sighting) {
        return new Recognition(
                place,
                sighting.identity().isEmpty() ? identity : sighting.identity(),
                VisiblePort.plain(sighting.name()),
                sighting.vendor(),
                sighting.socket(),
                apart);
    }
}
