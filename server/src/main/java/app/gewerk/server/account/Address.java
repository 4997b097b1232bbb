package app.gewerk.server.account;

import app.gewerk.core.words.Say;
import app.gewerk.server.http.Listening;
import app.gewerk.server.http.Words;
import app.gewerk.server.paper.QrCode;
import java.security.KeyStoreException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.cert.Certificate;
import java.security.cert.CertificateEncodingException;
import java.util.Collections;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.ssl.SslBundles;
import org.springframework.boot.web.server.Ssl;
import org.springframework.boot.web.server.WebServerSslBundle;
import org.springframework.boot.web.server.autoconfigure.ServerProperties;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** The address that people open, and how they know that it is this server they have reached. */
@Component
public class Address {
    private final Listening listening;
    private final Environment environment;
    private final Optional<String> fingerprint;

    Address(Listening listening, Environment environment, ServerProperties server, SslBundles bundles) {
        this.listening = listening;
        this.environment = environment;
        this.fingerprint = fingerprint(server.getSsl(), bundles);
    }

    /** Of the certificate, SHA-256, as browsers show it; none without one of its own. */
    private static Optional<String> fingerprint(@Nullable Ssl ssl, SslBundles bundles) {
        if (!Ssl.isEnabled(ssl)) {
            return Optional.empty();
        }
        try {
            var keys = WebServerSslBundle.get(ssl, bundles).getStores().getKeyStore();
            if (keys == null) {
                return Optional.empty();
            }
            for (String alias : Collections.list(keys.aliases())) {
                Certificate certificate = keys.getCertificate(alias);
                if (certificate != null) {
                    byte[] hash = MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded());
                    return Optional.of(
                            HexFormat.ofDelimiter(":").withUpperCase().formatHex(hash));
                }
            }
            return Optional.empty();
        } catch (KeyStoreException | NoSuchAlgorithmException | CertificateEncodingException unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }

    /**
     * @param code the address as a QR code, one text a row, a 1 for each dark module; the fingerprint stands behind its #
     */
    public record Told(String address, Optional<String> fingerprint, List<String> code) {}

    public Told address() {
        return new Told(plain(), fingerprint, QrCode.rows(withFingerprint()));
    }

    private String plain() {
        String port = environment.getProperty("local.server.port", "");
        return listening.proxy().isPresent()
                ? "https://" + listening.outward().orElse("localhost") + "/"
                : listening.network()
                        ? "https://" + listening.outward().orElse("127.0.0.1") + ":" + port + "/"
                        : "http://127.0.0.1:" + port;
    }

    private String withFingerprint() {
        return plain() + fingerprint.map(f -> "#" + f).orElse("");
    }

    /** What is told on the terminal once it is open. */
    public String told() {
        Say open = Say.of("http.open", "address", plain());
        return Words.of(open)
                + fingerprint
                        .map(f -> "\n" + Words.of(Say.of("http.fingerprint", "fingerprint", f)) + "\n"
                                + QrCode.blocks(withFingerprint()))
                        .orElse("");
    }
}
