package greenladder;

import greenladder.operating.Shell;
import greenladder.web.GreenLadderProperties;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Profile;
import org.springframework.orm.jpa.SharedEntityManagerCreator;
import org.springframework.scheduling.annotation.EnableScheduling;

/**
 * The application. What makes the sample workspace comes first, so that its history is lived
 * through while the rest is being made.
 */
@SpringBootApplication(scanBasePackages = {"greenladder.demo", "greenladder"})
@EnableScheduling
@ConfigurationPropertiesScan
public class GreenLadderApplication {
    public static void main(String[] args) {
        closeDatabaseToCode();
        if (Shell.takes(args)) {
            System.exit(Shell.run(args, GreenLadderApplication::opened));
        }
        SpringApplication.run(GreenLadderApplication.class, args);
    }

    /** What is kept in a place, on a port that nobody knows and this machine alone reaches. */
    public static ConfigurableApplicationContext opened(String data) {
        return SpringApplication.run(
                GreenLadderApplication.class,
                "--spring.profiles.active=kept",
                "--greenladder.data=" + data,
                "--server.address=127.0.0.1",
                "--server.port=0",
                "--logging.level.root=error");
    }

    /** No class of ours or anybody's is run by what stands in a database. */
    private static void closeDatabaseToCode() {
        System.setProperty("h2.allowedClasses", "none");
        System.setProperty("h2.serializeJavaObject", "false");
    }

    /** Follows the transaction at hand; declared here so that constructors can ask for it. */
    @Bean
    EntityManager entityManager(EntityManagerFactory factory) {
        return SharedEntityManagerCreator.createSharedEntityManager(factory);
    }

    /** The one clock; the demo has its own, which can be moved forward. */
    @Bean
    @Profile("!demo")
    Clock clock(GreenLadderProperties properties) {
        return Clock.system(properties.zone());
    }
}
