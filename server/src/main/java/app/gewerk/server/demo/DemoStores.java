package app.gewerk.server.demo;

import app.gewerk.server.device.DeviceService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.sourcing.SellerService;
import app.gewerk.server.standin.SellerStandIn;
import app.gewerk.server.stores.DonorService;
import app.gewerk.server.stores.DonorService.Donor;
import app.gewerk.server.stores.DonorService.DonorAt;
import app.gewerk.server.stores.ListService;
import app.gewerk.server.stores.NumberService;
import app.gewerk.server.stores.NumberService.GoesWith;
import app.gewerk.server.stores.NumberService.Lookalike;
import app.gewerk.server.stores.NumberService.SitsAt;
import app.gewerk.server.stores.ShelfService;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The shelves, donors and numbers of the demo's workshop, and what its sellers have listed over the last months. */
@Component
class DemoStores {
    private static final List<Integer> LISTED_DAYS_AGO = List.of(200, 110, 40);

    private final ShelfService shelf;
    private final DonorService donors;
    private final NumberService numbers;
    private final DeviceService devices;
    private final SellerService sellers;
    private final ListService lists;
    private final SellerStandIn standIn;
    private final ShopClock clock;
    private final JsonMapper json;

    DemoStores(
            ShelfService shelf,
            DonorService donors,
            NumberService numbers,
            DeviceService devices,
            SellerService sellers,
            ListService lists,
            SellerStandIn standIn,
            ShopClock clock,
            JsonMapper json) {
        this.shelf = shelf;
        this.donors = donors;
        this.numbers = numbers;
        this.devices = devices;
        this.sellers = sellers;
        this.lists = lists;
        this.standIn = standIn;
        this.clock = clock;
        this.json = json;
    }

    record Stores(List<ToldDonor> donors, List<ToldNumber> numbers) {}

    /** @param gone parts that are no longer on it */
    record ToldDonor(
            String kind, String maker, String name, int made, String place, String remark, List<String> gone) {}

    /**
     * @param places maker, model and position
     * @param companions pieces, name and number
     * @param lookalikes number, name and how to tell
     */
    record ToldNumber(
            String number,
            String name,
            @Nullable String newer,
            @Nullable LocalDate since,
            @Nullable List<List<String>> places,
            @Nullable List<List<@Nullable String>> companions,
            @Nullable List<List<String>> lookalikes) {}

    /** What the shop itself has; in the transaction in which the demo is told. */
    void tell(Here here) {
        try (InputStream csv = resource("/demo/shelf.csv");
                InputStream told = resource("/demo/stores.json")) {
            clock.at(Instant.now().minus(180, ChronoUnit.DAYS), () -> shelf.read(here, csv));
            Stores stores = json.readValue(told, Stores.class);
            stores.donors().forEach(donor -> tell(here, donor));
            stores.numbers().forEach(number -> tell(here, number));
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private static InputStream resource(String name) {
        return Objects.requireNonNull(DemoStores.class.getResourceAsStream(name), name);
    }

    private void tell(Here here, ToldDonor told) {
        Donor donor = donors.add(
                here,
                told.kind(),
                told.maker(),
                told.name(),
                new DonorAt(Optional.of(told.made()), told.place(), told.remark()),
                Optional.empty());
        told.gone().forEach(part -> donors.take(here, donor.id(), part, false, Optional.empty(), Optional.empty()));
    }

    private void tell(Here here, ToldNumber told) {
        int version = numbers.all(here).stream().anyMatch(n -> n.number().equals(told.number()))
                ? numbers.card(here, told.number()).version()
                : 0;
        numbers.save(
                here,
                told.number(),
                version,
                new NumberService.Saying(
                        told.name(),
                        Optional.ofNullable(told.newer()),
                        Optional.ofNullable(told.since()),
                        all(told.places()).stream()
                                .map(p -> new SitsAt(
                                        devices.known(here, "other", p.get(0), p.get(1)),
                                        p.get(0) + " " + p.get(1),
                                        p.get(2)))
                                .toList(),
                        all(told.companions()).stream()
                                .map(c -> new GoesWith(
                                        Integer.parseInt(Objects.requireNonNull(c.get(0))),
                                        Objects.requireNonNull(c.get(1)),
                                        Optional.ofNullable(c.get(2))))
                                .toList(),
                        all(told.lookalikes()).stream()
                                .map(l -> new Lookalike(l.get(0), l.get(1), l.get(2)))
                                .toList()));
    }

    private static <T> List<T> all(@Nullable List<T> told) {
        return told == null ? List.of() : told;
    }

    /** Asks every seller for its list; what it said earlier stands in the history. Outside any transaction. */
    void list(Here here) {
        for (SellerService.KnownSeller seller : sellers.all(here)) {
            String currency = standIn.currency(seller.code());
            for (int daysAgo : LISTED_DAYS_AGO) {
                byte[] csv = standIn.listed(seller.code(), LocalDate.now().minusDays(daysAgo))
                        .getBytes(StandardCharsets.UTF_8);
                clock.at(
                        Instant.now().minus(daysAgo, ChronoUnit.DAYS),
                        () -> lists.read(here, seller.code(), new ByteArrayInputStream(csv), currency));
            }
            sellers.fetch(here, seller.code());
        }
    }
}
