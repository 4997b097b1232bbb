package app.gewerk.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** Starts the server. */
@SpringBootApplication(proxyBeanMethods = false)
public class GewerkApplication {
    public static void main(String[] args) {
        SpringApplication.run(GewerkApplication.class, args);
    }
}
