package orchard.app;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.http.CacheControl;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * The scripts, styles and fonts that ship with Orchard. They are served under an address that is another one whenever any of them is, so that a browser keeps
 * them and never asks again: a tablet on a slow network has the page at once. Thread-safe.
 */
@Component
public class Shipped implements WebMvcConfigurer {

    private static final CacheControl KEPT =
            CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable();

    private final PathMatchingResourcePatternResolver resolver = new PathMatchingResourcePatternResolver();
    private final String root = "/as-" + digest();
    private final List<String> sheets = find();

    /**
     * Where a file is.
     *
     * @param path as it lies in {@code static}: {@code /js/main.js}
     */
    public String at(String path) {
        return root + path;
    }

    /** Where the styles of single pages lie, all of them: a page may take the place of another without the frame being loaded anew. */
    public List<String> sheets() {
        return sheets;
    }

    private List<String> find() {
        return Arrays.stream(files("classpath:static/css/*.css"))
                .map(Resource::getFilename)
                .filter(name -> !name.equals("tokens.css") && !name.equals("components.css"))
                .sorted()
                .map(name -> "/css/" + name)
                .toList();
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler(at("/**"))
                .addResourceLocations("classpath:/static/")
                .setCacheControl(KEPT);
        registry.addResourceHandler("/webjars/**") // their addresses have a version already
                .addResourceLocations("classpath:/META-INF/resources/webjars/")
                .setCacheControl(KEPT);
    }

    private String digest() {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            Resource[] files = files("classpath:static/*/**");
            Arrays.sort(files, Comparator.comparing(Resource::getDescription));
            for (Resource file : files) {
                if (file.isReadable()) {
                    try (InputStream in = file.getInputStream()) {
                        digest.update(in.readAllBytes());
                    }
                }
            }
            return HexFormat.of().formatHex(digest.digest(), 0, 6);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e); // every Java has it
        }
    }

    private Resource[] files(String pattern) {
        try {
            return resolver.getResources(pattern);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
