package app.gewerk.server.phone;

import app.gewerk.core.account.Right;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.account.Hashes;
import app.gewerk.server.account.Sessions;
import app.gewerk.server.http.Barred;
import app.gewerk.server.http.Listening;
import app.gewerk.server.job.JobService;
import app.gewerk.server.paper.QrCode;
import app.gewerk.server.shop.Asker;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Service;

/** Joins a telephone to one job: by a link that is read off the screen, is good for a while, and allows photographs only. */
@Service
public class PhoneService {
    static final Duration GOOD_FOR = Duration.ofMinutes(15);
    private static final Pattern LINK = Pattern.compile("(\\d{1,18})\\.(\\d{1,18})\\.([\\w-]{43})");
    private static final Pattern HOST = Pattern.compile("(.+?)(:\\d{1,5})?");

    private final PhoneStore store;
    private final Sessions sessions;
    private final JobService jobs;
    private final ShopService shops;
    private final ShopScope scope;
    private final ShopClock clock;
    private final Listening listening;

    PhoneService(
            PhoneStore store,
            Sessions sessions,
            JobService jobs,
            ShopService shops,
            ShopScope scope,
            ShopClock clock,
            Listening listening) {
        this.store = store;
        this.sessions = sessions;
        this.jobs = jobs;
        this.shops = shops;
        this.scope = scope;
        this.clock = clock;
        this.listening = listening;
    }

    /** @param code the address as a QR code, one text a row, a 1 for each dark module */
    public record Link(String address, List<String> code, OffsetDateTime goodUntil) {}

    /** @param bench tells this database from others behind the same address */
    public record Joined(UUID bench, long jobId, int trayNumber, String machine, OffsetDateTime goodUntil) {}

    /** @param host by which the bench speaks to this process */
    Link link(Here here, long jobId, Step step, String teardownKey, String host) {
        jobs.job(here, jobId);
        String reached = reachedBy(host).orElseThrow(() -> new Refused("phone.onlyOnNetwork"));
        String secret = Hashes.token();
        OffsetDateTime until = clock.now().plus(GOOD_FOR);
        long id = store.insert(here, jobId, Hashes.ofToken(secret), clock.now(), until);
        // Behind the #, so that it stands in no log and is sent to nobody but as the body of a request.
        String address = "https://" + reached + "/phone#" + here.shopId() + "." + id + "." + secret + "/" + step
                + (teardownKey.isEmpty() ? "" : "/" + URLEncoder.encode(teardownKey, StandardCharsets.UTF_8));
        return new Link(address, QrCode.rows(address), until);
    }

    /** The name and port by which another machine reaches this process; a bench on the same machine may call it localhost. */
    private Optional<String> reachedBy(String host) {
        Matcher parts = HOST.matcher(host);
        if (!listening.network() || !parts.matches()) {
            return Optional.empty();
        }
        Optional<String> outward = listening
                .outward()
                .filter(name -> Listening.isHere(parts.group(1)))
                .map(name -> name + Optional.ofNullable(parts.group(2)).orElse(""));
        return outward.or(() -> Optional.of(parts.group()));
    }

    Joined open(String link, HttpServletRequest request) {
        Matcher parts = LINK.matcher(link);
        if (!parts.matches()) {
            throw Barred.unproven(Say.of("phone.notALink"));
        }
        long shop = Long.parseLong(parts.group(1));
        long id = Long.parseLong(parts.group(2));
        return scope.in(shop, () -> {
            PhoneStore.Made made = store.made(shop, id, Hashes.ofToken(parts.group(3)))
                    .filter(m -> m.goodUntil().isAfter(clock.now()))
                    .orElseThrow(() -> Barred.unproven(Say.of("phone.linkOver")));
            if (!mayAlready(made)) {
                int seconds =
                        (int) Duration.between(clock.now(), made.goodUntil()).toSeconds();
                sessions.beginPhone(request, made.by(), id, seconds);
            }
            return joined(made.by(), made.jobId(), made.goodUntil());
        });
    }

    /** Joined before, or the own telephone of somebody who is signed in on it: they stay so. */
    private static boolean mayAlready(PhoneStore.Made made) {
        return Asker.now()
                .filter(asker -> asker.here().shopId() == made.by().shopId())
                .filter(asker -> asker.rights().contains(Right.COUNTER))
                .filter(asker -> asker.onlyJob().isEmpty() || asker.onlyJob().get() == made.jobId())
                .isPresent();
    }

    private Joined joined(Here here, long jobId, OffsetDateTime goodUntil) {
        JobService.Job job = jobs.job(here, jobId);
        return new Joined(
                shops.shop(here).bench(), jobId, job.trayNumber(), job.maker() + " " + job.model(), goodUntil);
    }
}
