package app.gewerk.server;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.springframework.test.context.TestPropertySource;

/** As on the shop's network: with accounts, over TLS, behind a proxy on this machine. */
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@ApiTest
@TestPropertySource(properties = {"gewerk.network=true", "gewerk.proxy=127.0.0.1", "gewerk.names=bench.example"})
@interface NetworkTest {}
