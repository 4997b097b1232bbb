package app.gewerk.server.account;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;
import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/** Secrets as they are kept: so that whoever reads the database cannot come in. */
@Component
public class Hashes {
    /**
     * Argon2id with 19 MiB, two passes, one lane: what OWASP's Password Storage Cheat Sheet names as its least
     * (2024), and all that the server's memory allows for several at once.
     */
    static final int MEMORY_KIB = 19 * 1024;

    static final int PASSES = 2;
    /** Each needs its memory for as long as it takes. */
    private static final Semaphore AT_ONCE = new Semaphore(2, true);

    private static final SecureRandom RANDOM = new SecureRandom();

    private final Argon2PasswordEncoder argon2;
    /**
     * Of nobody's password: whether there is such a name is not told by how long the answer takes. Made when the first
     * secret is looked at, whoever's it is: a start does not wait for it.
     */
    private final SingletonSupplier<String> nobodys;

    @Autowired
    public Hashes() {
        this(MEMORY_KIB);
    }

    /** @param memoryKib less only where nothing is worth guarding */
    Hashes(int memoryKib) {
        argon2 = new Argon2PasswordEncoder(16, 32, 1, memoryKib, PASSES);
        nobodys = SingletonSupplier.of(() -> argon2.encode("nobody's " + token()));
    }

    String of(String secret) {
        return inTurn(() -> argon2.encode(secret));
    }

    /** Whether the secret is the one kept; takes as long when none is kept. */
    boolean fits(String secret, @Nullable String kept) {
        return inTurn(() -> {
                    String none = nobodys.obtain();
                    return argon2.matches(secret, kept == null ? none : kept);
                })
                && kept != null;
    }

    private static <T> T inTurn(Supplier<T> work) {
        AT_ONCE.acquireUninterruptibly();
        try {
            return work.get();
        } finally {
            AT_ONCE.release();
        }
    }

    /** 32 random bytes for an address or a cookie. */
    public static String token() {
        byte[] bytes = new byte[32];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** How a {@link #token} is kept: nobody guesses one, so that a plain hash does. */
    public static String ofToken(String token) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException everyJavaHasIt) {
            throw new IllegalStateException(everyJavaHasIt);
        }
    }
}
