package app.gewerk.server.http;

import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Where this process listens, and by which names it is spoken to. */
@Component
public class Listening {
    private static final List<String> HERE = List.of("localhost", "127.0.0.1", "[::1]", "::1");

    private final boolean network;
    private final Optional<String> proxy;
    private final Set<String> names = new LinkedHashSet<>();

    /**
     * @param network whether it is reached from other machines: only with accounts, and only over TLS
     * @param address it listens at; all of this machine's when it is {@code 0.0.0.0} or {@code ::}
     * @param names by which it is spoken to besides its addresses
     * @param proxy the one address that may say whom it asks for; TLS ends there
     */
    Listening(
            @Value("${gewerk.network:false}") boolean network,
            @Value("${server.address}") InetAddress address,
            @Value("${gewerk.names:}") List<String> names,
            @Value("${gewerk.proxy:}") Optional<String> proxy,
            @Value("${server.ssl.enabled:false}") boolean tls)
            throws SocketException {
        this.network = network;
        this.proxy = proxy.filter(p -> !p.isBlank());
        names.stream().map(Listening::plain).filter(n -> !n.isEmpty()).forEach(this.names::add);
        if (network && !address.isLoopbackAddress()) {
            if (address.isAnyLocalAddress()) {
                NetworkInterface.networkInterfaces()
                        .flatMap(NetworkInterface::inetAddresses)
                        .filter(a -> !a.isLoopbackAddress() && !a.isLinkLocalAddress())
                        .map(Listening::name)
                        .forEach(this.names::add);
            } else {
                this.names.add(name(address));
            }
        }
        this.names.addAll(HERE);
        if (!network && !address.isLoopbackAddress()) {
            throw new IllegalStateException("Without accounts Gewerk listens on this machine only: start it with"
                    + " ./gewerk start --listen ADDRESS, or set server.address to 127.0.0.1 or ::1");
        }
        if (network && !tls && this.proxy.isEmpty()) {
            throw new IllegalStateException("On a network Gewerk is reached over TLS only: give it a certificate,"
                    + " or a proxy that has one (./gewerk start --listen ADDRESS or --behind-proxy ADDRESS)");
        }
    }

    private static String name(InetAddress address) {
        String plain = address.getHostAddress().replaceFirst("%.*", "");
        return plain.contains(":") ? "[" + plain + "]" : plain;
    }

    private static String plain(String host) {
        return host.strip().toLowerCase(Locale.ROOT);
    }

    public boolean network() {
        return network;
    }

    public Optional<String> proxy() {
        return proxy;
    }

    /** Whether somebody who speaks to that host means this process. */
    public boolean isMeant(@Nullable String host) {
        return host != null && names.contains(plain(host));
    }

    /** The name by which another machine reaches it; none when it is reached from here only. */
    public Optional<String> outward() {
        return names.stream().filter(n -> !HERE.contains(n)).findFirst();
    }

    public static boolean isHere(String host) {
        return HERE.contains(plain(host));
    }
}
