package orchard.app;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;

/** Starts Orchard. The launcher {@code ./orchard} hands in where the database is and where everything is kept. */
@SpringBootApplication
@EnableConfigurationProperties(OrchardSettings.class)
public class OrchardApplication {

    /** The beginning. */
    public static void main(String[] arguments) {
        SpringApplication.run(OrchardApplication.class, arguments);
    }
}
