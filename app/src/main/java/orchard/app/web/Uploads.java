package orchard.app.web;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import orchard.rig.EditRefused;
import org.springframework.web.multipart.MultipartFile;

/** Files that a person gives to a form. */
final class Uploads {

    private static final long LARGEST = 4 << 20;

    private Uploads() {}

    /** A file as text in UTF-8; refused beside the field {@code file} if there is none, it is too large, or no such text. */
    static String text(String part, MultipartFile file) {
        if (file.isEmpty()) {
            throw EditRefused.invalid(part, "file", "Choose a file first; this one is empty.");
        }
        if (file.getSize() > LARGEST) {
            throw EditRefused.invalid(part, "file", "The file is larger than 4 MiB.");
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(file.getBytes()))
                    .toString();
        } catch (CharacterCodingException e) {
            throw EditRefused.invalid(part, "file", "The file is no text in UTF-8.");
        } catch (IOException e) {
            throw EditRefused.invalid(part, "file", "The file could not be read: " + e.getMessage());
        }
    }
}
