package app.gewerk.server.http;

import app.gewerk.core.words.Say;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/**
 * What no request gets past, whatever it asks: a name that is not this process's, a body larger or slower than such a
 * request needs, text that is not text, a change sent from a page of another origin.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class Door extends OncePerRequestFilter {
    /** Of each part of a query. */
    static final int LONGEST_PARAMETER = 2000;

    private static final long USUAL_BYTES = 512 * 1024;
    /** A little above what a photograph may have, so that one too large is told so in its own words. */
    private static final long FILE_BYTES = 26L * 1024 * 1024;

    private static final Duration USUAL_TIME = Duration.ofSeconds(15);
    private static final Duration FILE_TIME = Duration.ofSeconds(90);
    private static final List<String> FILES = List.of("/api/photo/", "/api/stores/sellers/", "/api/stores/shelf.csv");
    /** A whole device book with its pictures. */
    private static final String BOOK = "/api/book/file";

    private static final long BOOK_BYTES = 401L * 1024 * 1024;
    private static final Duration BOOK_TIME = Duration.ofMinutes(10);
    private static final Set<String> READ_ONLY = Set.of("GET", "HEAD", "OPTIONS", "TRACE");

    private final JsonMapper json;
    private final Listening listening;

    Door(JsonMapper json, Listening listening) {
        this.json = json;
        this.listening = listening;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!listening.isMeant(request.getServerName())) {
            refuse(response, HttpStatus.FORBIDDEN, Say.of("http.notFromHere"));
        } else if (listening.network() && !request.isSecure() && !isAlive(request)) {
            refuse(response, HttpStatus.FORBIDDEN, Say.of("http.tlsOnly"));
        } else if (request.getRequestURI().equals("/error")) {
            refuse(response, HttpStatus.NOT_FOUND, Say.of("http.nothingHere"));
        } else if (!isText(request.getQueryString()) || !isText(request.getRequestURI())) {
            refuse(response, HttpStatus.BAD_REQUEST, Say.of("http.addressNotUtf8"));
        } else if (isForm(request)) {
            refuse(response, HttpStatus.UNSUPPORTED_MEDIA_TYPE, Say.of("http.noForms"));
        } else if (request.getParameterMap().values().stream()
                .flatMap(Arrays::stream)
                .anyMatch(value -> value.length() > LONGEST_PARAMETER)) {
            refuse(response, HttpStatus.BAD_REQUEST, Say.of("http.longParameter", "most", LONGEST_PARAMETER));
        } else if (!READ_ONLY.contains(request.getMethod()) && fromElsewhere(request)) {
            refuse(response, HttpStatus.FORBIDDEN, Say.of("http.otherPage"));
        } else {
            boolean book = takesFile(request, List.of(BOOK));
            boolean file = takesFile(request, FILES);
            long most = book ? BOOK_BYTES : file ? FILE_BYTES : USUAL_BYTES;
            if (request.getContentLengthLong() > most) {
                // The rest is not read: the connection is of no use afterwards.
                response.setHeader("Connection", "close");
                refuse(response, HttpStatus.CONTENT_TOO_LARGE, TooMuch.said(most));
                return;
            }
            chain.doFilter(new Watched(request, most, book ? BOOK_TIME : file ? FILE_TIME : USUAL_TIME), response);
        }
    }

    /** No page of ours sends one; read as parameters it would go past the limits of a body. */
    private static boolean isForm(HttpServletRequest request) {
        String type = request.getContentType();
        return type != null
                && (type.toLowerCase(Locale.ROOT).startsWith(MediaType.APPLICATION_FORM_URLENCODED_VALUE)
                        || type.toLowerCase(Locale.ROOT).startsWith("multipart/"));
    }

    /** Asked by whoever looks after this process, and says nothing. */
    private static boolean isAlive(HttpServletRequest request) {
        return request.getRequestURI().equals(AliveController.PATH);
    }

    private static boolean takesFile(HttpServletRequest request, List<String> paths) {
        return request.getMethod().equals("POST")
                && paths.stream().anyMatch(path -> request.getRequestURI().startsWith(path))
                && MediaType.APPLICATION_OCTET_STREAM_VALUE.equals(request.getContentType());
    }

    private void refuse(HttpServletResponse response, HttpStatus status, Say why) throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(Problems.problem(status, why)));
    }

    /** Whether a browser says that the page which sends this is not one of ours; programs say nothing. */
    private static boolean fromElsewhere(HttpServletRequest request) {
        String site = request.getHeader("Sec-Fetch-Site");
        if (site != null && !site.equals("same-origin") && !site.equals("none")) {
            return true;
        }
        String origin = request.getHeader("Origin");
        return origin != null && !origin.equals(own(request));
    }

    private static String own(HttpServletRequest request) {
        String host = request.getHeader("Host");
        return request.getScheme() + "://" + (host == null ? "" : host);
    }

    /** Percent-encoded text that is UTF-8 and holds no NUL. */
    static boolean isText(@Nullable String encoded) {
        if (encoded == null) {
            return true;
        }
        ByteBuffer bytes = ByteBuffer.allocate(encoded.length());
        for (int i = 0; i < encoded.length(); i++) {
            char c = encoded.charAt(i);
            int value = c;
            if (c == '%') {
                int high = i + 2 < encoded.length() ? Character.digit(encoded.charAt(i + 1), 16) : -1;
                int low = i + 2 < encoded.length() ? Character.digit(encoded.charAt(i + 2), 16) : -1;
                if (high < 0 || low < 0) {
                    return false;
                }
                value = 16 * high + low;
                i += 2;
            }
            if (value == 0 || value > 255) {
                return false;
            }
            bytes.put((byte) value);
        }
        try {
            StandardCharsets.UTF_8.newDecoder().decode(bytes.flip());
            return true;
        } catch (CharacterCodingException broken) {
            return false;
        }
    }

    /** A body that is not read to its end. */
    abstract static class BrokenOff extends IOException {
        final transient Say why;

        BrokenOff(Say why) {
            super(why.code());
            this.why = why;
        }
    }

    /** A body larger than such a request may have. */
    static final class TooMuch extends BrokenOff {
        TooMuch(long most) {
            super(said(most));
        }

        static Say said(long most) {
            return most >= 1 << 20
                    ? Say.of("http.tooMuchMb", "most", most / (1 << 20))
                    : Say.of("http.tooMuchKb", "most", most / 1024);
        }
    }

    /** A body that came in too slowly. */
    static final class TooSlow extends BrokenOff {
        TooSlow(Duration time) {
            super(Say.of("http.tooSlow", "seconds", time.toSeconds()));
        }
    }

    /** A request whose body is counted and timed while it is read. */
    private static final class Watched extends HttpServletRequestWrapper {
        private final long most;
        private final Duration time;
        private @Nullable ServletInputStream body;

        Watched(HttpServletRequest request, long most, Duration time) {
            super(request);
            this.most = most;
            this.time = time;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (body == null) {
                body = new WatchedBody(super.getInputStream(), most, time);
            }
            return body;
        }

        @Override
        public BufferedReader getReader() throws IOException {
            return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
        }
    }

    private static final class WatchedBody extends ServletInputStream {
        private final ServletInputStream body;
        private final long most;
        private final Duration time;
        private final long began = System.nanoTime();
        private long read;

        WatchedBody(ServletInputStream body, long most, Duration time) {
            this.body = body;
            this.most = most;
            this.time = time;
        }

        private int counted(int now) throws IOException {
            read += Math.max(0, now);
            if (read > most) {
                throw new TooMuch(most);
            }
            if (System.nanoTime() - began > time.toNanos()) {
                throw new TooSlow(time);
            }
            return now;
        }

        @Override
        public int read() throws IOException {
            int next = body.read();
            counted(next < 0 ? 0 : 1);
            return next;
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            return counted(body.read(into, from, length));
        }

        @Override
        public boolean isFinished() {
            return body.isFinished();
        }

        @Override
        public boolean isReady() {
            return body.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            body.setReadListener(listener);
        }
    }
}
