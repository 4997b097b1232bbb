package app.gewerk.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** Starts the server. */
@SpringBootApplication(proxyBeanMethods = false)
public class GewerkApplication {
    public static void main(String[] args) {
        ConfigurableApplicationContext running = SpringApplication.run(GewerkApplication.class, args);
        System.out.println("Gewerk is open at http://127.0.0.1:"
                + running.getEnvironment().getProperty("local.server.port") + " (Ctrl-C closes it)");
    }
}
