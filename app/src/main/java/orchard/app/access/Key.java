package orchard.app.access;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Base64;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import orchard.app.OrchardSettings;
import org.springframework.stereotype.Component;

/**
 * The secret that lets a browser in. It is made once and kept in the home folder, readable by its owner only. Browsers do
 * not keep the key itself but a ticket made from it, which stays good over restarts.
 */
@Component
public final class Key {

    private static final int BYTES = 18;

    private final String text;
    private final String ticket;

    Key(OrchardSettings settings) {
        text = read(settings.home().resolve("key"));
        ticket = sign(text, "ticket 1");
    }

    private static String read(Path file) {
        try {
            if (Files.exists(file)) {
                String kept = Files.readString(file).strip();
                if (kept.length() >= BYTES) {
                    return kept;
                }
            }
            byte[] bytes = new byte[BYTES];
            new SecureRandom().nextBytes(bytes);
            String made = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
            Files.createDirectories(file.getParent());
            Files.deleteIfExists(file);
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(file, made + "\n");
            return made;
        } catch (IOException e) {
            throw new UncheckedIOException("The key cannot be kept in " + file, e);
        }
    }

    private static String sign(String key, String what) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            byte[] signature = mac.doFinal(what.getBytes(StandardCharsets.UTF_8));
            return Base64.getUrlEncoder().withoutPadding().encodeToString(signature);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What proves that something comes from who has the key. */
    String sign(String what) {
        return sign(text, what);
    }

    /** The key as it stands in the ready line. */
    public String text() {
        return text;
    }

    /** What a browser keeps in its cookie. */
    String ticket() {
        return ticket;
    }

    /** Whether a text is the key; takes as long for a wrong one. */
    boolean opens(String tried) {
        return same(text, tried);
    }

    /** Whether a text is the ticket; takes as long for a wrong one. */
    boolean admits(String tried) {
        return same(ticket, tried);
    }

    /** Whether two texts are the same; takes as long when they are not. */
    static boolean same(String wanted, String tried) {
        return MessageDigest.isEqual(wanted.getBytes(StandardCharsets.UTF_8), tried.getBytes(StandardCharsets.UTF_8));
    }
}
