package app.gewerk.server.sourcing;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.server.outside.OutsideClient;
import app.gewerk.server.outside.OutsideClient.NoAnswer;
import app.gewerk.server.standin.SellerStandIn;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Speaks to a seller's HTTP service. */
@Component
class SellerClient {
    private static final Duration LIST_PATIENCE = Duration.ofSeconds(20);
    private static final long LONGEST_LIST = 26L * 1024 * 1024;

    private final SellerStandIn standIn;
    private final OutsideClient outside;

    SellerClient(SellerStandIn standIn, OutsideClient outside) {
        this.standIn = standIn;
        this.outside = outside;
    }

    /** The seller answers that there is no such thing. */
    private static final class NotThere extends NoAnswer {
        NotThere() {
            super("The seller answered 404");
        }
    }

    SellerTerms terms(String baseUrl) throws NoAnswer {
        return get(baseUrl, "/terms", new TypeReference<>() {});
    }

    List<GearOffer> gears(String baseUrl, int toothCount, double moduleFrom, double moduleTo) throws NoAnswer {
        String query = String.format(
                Locale.ROOT, "/gears?toothCount=%d&moduleFrom=%.5f&moduleTo=%.5f", toothCount, moduleFrom, moduleTo);
        return get(baseUrl, query, new TypeReference<>() {});
    }

    /** Nothing when the seller has no such item. */
    Optional<SoldItem> item(String baseUrl, String itemNumber) throws NoAnswer {
        try {
            return Optional.of(get(
                    baseUrl,
                    "/items/" + URLEncoder.encode(itemNumber, StandardCharsets.UTF_8),
                    new TypeReference<>() {}));
        } catch (NotThere missing) {
            return Optional.empty();
        }
    }

    /** What a seller says of an order by now. */
    record OrderSaid(String orderNumber, List<LineSaid> lines) {}

    /** How a line of an order stands. */
    enum LineState {
        CONFIRMED,
        SENT,
        PARTLY,
        SOLD_OUT,
        OTHER;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * @param packs that were sent
     * @param instead the item that is sent in its place
     */
    record LineSaid(String item, LineState state, int packs, String instead) {}

    /** A list as it arrives; to be closed. */
    record ListSent(InputStream csv) implements AutoCloseable {
        @Override
        public void close() {
            try {
                csv.close();
            } catch (IOException gone) {
                // Nobody is left to be told.
            }
        }
    }

    /** A seller's whole list as CSV, no more of it than {@value #LONGEST_LIST} bytes. */
    ListSent list(String baseUrl) throws NoAnswer {
        HttpResponse<InputStream> response = outside.stream(at(baseUrl, "/list.csv"), LIST_PATIENCE);
        if (response.statusCode() != 200) {
            try {
                response.body().close();
            } catch (IOException gone) {
                // Nobody is left to be told.
            }
            throw new NoAnswer("The seller answered " + response.statusCode());
        }
        return new ListSent(new NoLonger(response.body(), LONGEST_LIST));
    }

    /** Breaks off what goes on for too long. */
    private static final class NoLonger extends FilterInputStream {
        private long left;

        NoLonger(InputStream from, long most) {
            super(from);
            left = most;
        }

        @Override
        public int read() throws IOException {
            int one = super.read();
            counted(one < 0 ? 0 : 1);
            return one;
        }

        @Override
        public int read(byte[] into, int from, int most) throws IOException {
            int got = super.read(into, from, most);
            counted(Math.max(0, got));
            return got;
        }

        private void counted(int got) throws IOException {
            left -= got;
            if (left < 0) {
                throw new IOException("The seller's list does not end");
            }
        }
    }

    private record Asked(List<AskedLine> lines) {}

    record AskedLine(String item, int packs) {}

    /** Orders packs; the same key orders once. */
    String order(String baseUrl, List<LandedCost.Packed> parcel, String key) throws NoAnswer {
        List<AskedLine> lines = parcel.stream()
                .map(line -> new AskedLine(line.listing().itemNumber(), line.packs()))
                .toList();
        Map<String, String> answer =
                expect(outside.post(at(baseUrl, "/orders"), new Asked(lines), key), 201, new TypeReference<>() {});
        String number = answer.get("orderNumber");
        if (number == null) {
            throw new NoAnswer("The seller gave no order number");
        }
        return number;
    }

    /** How an order stands that was made under that key. */
    OrderSaid state(String baseUrl, List<AskedLine> lines, String key) throws NoAnswer {
        return expect(outside.post(at(baseUrl, "/orders/state"), new Asked(lines), key), 200, new TypeReference<>() {});
    }

    private URI at(String baseUrl, String path) {
        return URI.create(standIn.resolve(baseUrl) + path);
    }

    private <T> T get(String baseUrl, String path, TypeReference<T> type) throws NoAnswer {
        return expect(outside.get(at(baseUrl, path)), 200, type);
    }

    private static <T> T expect(OutsideClient.Answer answer, int status, TypeReference<T> type) throws NoAnswer {
        if (answer.status() == 404) {
            throw new NotThere();
        }
        if (answer.status() != status) {
            throw new NoAnswer("The seller answered " + answer.status());
        }
        return answer.as(type);
    }
}
