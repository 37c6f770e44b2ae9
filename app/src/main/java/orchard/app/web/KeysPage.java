package orchard.app.web;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import orchard.signal.KeysHeard;
import orchard.signal.Stroke;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;

/** Makes of keys that were typed in the browser what types them again. */
@Controller
class KeysPage {

    private static final int PARTS = 3;

    /**
     * @param before what stands there already
     * @param key each key that went down: milliseconds, what was held with commas between or a minus for nothing, and its value, with blanks between
     */
    @GetMapping(path = "/map/keys", produces = MediaType.TEXT_PLAIN_VALUE + ";charset=UTF-8")
    @ResponseBody
    String heard(@RequestParam(defaultValue = "") String before, @RequestParam(required = false) String[] key) {
        List<KeysHeard.Pressed> pressed = new ArrayList<>();
        for (String one : key == null ? new String[0] : key) {
            pressed.add(pressed(one));
        }
        return KeysHeard.text(before, pressed);
    }

    private static KeysHeard.Pressed pressed(String key) {
        String[] parts = key.split(" ", PARTS);
        if (parts.length < PARTS || !parts[0].matches("\\d{1,12}") || parts[2].isEmpty()) {
            throw bad();
        }
        Set<Stroke.Modifier> held = EnumSet.noneOf(Stroke.Modifier.class);
        for (String word : parts[1].equals("-") ? new String[0] : parts[1].split(",")) {
            try {
                held.add(Stroke.Modifier.valueOf(word.toUpperCase(Locale.ROOT)));
            } catch (IllegalArgumentException e) {
                throw bad();
            }
        }
        return new KeysHeard.Pressed(Long.parseLong(parts[0]), held, parts[2]);
    }

    private static ResponseStatusException bad() {
        return new ResponseStatusException(HttpStatus.BAD_REQUEST, "A key is told as “120 ctrl t”");
    }
}
