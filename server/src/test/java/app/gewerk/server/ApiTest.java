package app.gewerk.server;

import app.gewerk.server.account.QuickHashes;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.test.context.ContextConfiguration;

/** The whole server on a real PostgreSQL, spoken to through {@link Api}. */
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@SpringBootTest
@AutoConfigureMockMvc
@ContextConfiguration(initializers = FreshDatabase.class)
@Import({Api.class, Owner.class, Staff.class, Statements.class, QuickHashes.class})
public @interface ApiTest {}
