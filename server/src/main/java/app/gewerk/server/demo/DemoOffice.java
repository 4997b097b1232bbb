package app.gewerk.server.demo;

import app.gewerk.core.handback.Message;
import app.gewerk.server.dayplan.InterruptionService;
import app.gewerk.server.handback.BillingService;
import app.gewerk.server.http.Words;
import app.gewerk.server.message.MessageService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.springframework.stereotype.Component;

/** What goes on around the bench of the story: owners are written to, and somebody always wants something. */
@Component
class DemoOffice {
    private final MessageService messages;
    private final BillingService billing;
    private final InterruptionService interruptions;
    private final ShopService shop;
    private final ShopClock clock;

    DemoOffice(
            MessageService messages,
            BillingService billing,
            InterruptionService interruptions,
            ShopService shop,
            ShopClock clock) {
        this.messages = messages;
        this.billing = billing;
        this.interruptions = interruptions;
        this.shop = shop;
        this.clock = clock;
    }

    /** The owner is told that it can be fetched. */
    boolean ready(Here here, long id, String to) {
        String letter = billing.messages(here, id).stream()
                .filter(m -> m.message() == Message.READY)
                .map(m -> Words.of(m.text()))
                .findFirst()
                .orElseThrow();
        messages.send(here, id, Message.READY, to, letter, Optional.empty());
        return true;
    }

    private record Broken(int daysAgo, String at, InterruptionService.Kind kind, double minutes) {}

    private static final List<Broken> BROKEN = List.of(
            new Broken(9, "10:10", InterruptionService.Kind.TELEPHONE, 4),
            new Broken(9, "14:40", InterruptionService.Kind.COUNTER, 9),
            new Broken(8, "09:50", InterruptionService.Kind.DELIVERY, 3),
            new Broken(8, "11:20", InterruptionService.Kind.COUNTER, 12),
            new Broken(7, "15:05", InterruptionService.Kind.QUESTION, 5),
            new Broken(6, "10:30", InterruptionService.Kind.COUNTER, 7),
            new Broken(4, "13:15", InterruptionService.Kind.TELEPHONE, 6),
            new Broken(3, "10:45", InterruptionService.Kind.COUNTER, 15),
            new Broken(3, "16:00", InterruptionService.Kind.TELEPHONE, 3),
            new Broken(2, "12:10", InterruptionService.Kind.QUESTION, 8),
            new Broken(1, "11:35", InterruptionService.Kind.COUNTER, 6));

    void interruptions(Here here) {
        ShopService.Shop at = shop.shop(here);
        for (Broken one : BROKEN) {
            Instant then = shop.today(at)
                    .minusDays(one.daysAgo)
                    .atTime(LocalTime.parse(one.at))
                    .atZone(at.zone())
                    .toInstant();
            clock.at(then, () -> interruptions.begin(here, one.kind, Optional.empty()));
            clock.at(then, () -> interruptions.over(here, OptionalDouble.of(one.minutes)));
        }
    }
}
