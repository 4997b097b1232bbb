package app.gewerk.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class HashesTest {
    private final Hashes hashes = new Hashes();

    /** 19 MiB, two passes, one lane: OWASP's Password Storage Cheat Sheet (2024), the least for Argon2id, from memory. */
    @Test
    void aSecretIsKeptAsHardToGuessAsIsUsualAndFitsOnlyItself() {
        String kept = hashes.of("a file and an old gear");
        assertThat(kept).startsWith("$argon2id$v=19$m=19456,t=2,p=1$").doesNotContain("file");
        assertThat(hashes.fits("a file and an old gear", kept)).isTrue();
        assertThat(hashes.fits("a file and an old geak", kept)).isFalse();
        assertThat(hashes.fits("a file and an old gear", null)).isFalse();
    }
}
