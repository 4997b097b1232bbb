package app.gewerk.server;

import app.gewerk.core.words.Refused;
import app.gewerk.server.account.Address;
import app.gewerk.server.account.FirstOwner;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** Starts the server. */
@SpringBootApplication(proxyBeanMethods = false)
public class GewerkApplication {
    /** As sysexits.h has it: what was given cannot be started with, and trying again does not help. */
    private static final int CONFIGURATION = 78;

    public static void main(String[] args) {
        ConfigurableApplicationContext running = SpringApplication.run(GewerkApplication.class, args);
        try {
            running.getBean(FirstOwner.class).require();
        } catch (Refused ownerless) {
            System.err.println(ownerless.getMessage());
            running.close();
            System.exit(CONFIGURATION);
        }
        System.out.println(running.getBean(Address.class).told());
    }
}
