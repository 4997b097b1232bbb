package app.gewerk.server.account;

import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Primary;

/** Guards nothing, for tests that show secrets a hundred times. */
@TestConfiguration(proxyBeanMethods = false)
public class QuickHashes {
    private static final int LEAST_KIB = 64;

    @Bean
    @Primary
    Hashes quickHashes() {
        return new Hashes(LEAST_KIB);
    }
}
