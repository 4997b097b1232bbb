package app.gewerk.server.handback;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.handback.Bill;
import app.gewerk.core.handback.BillLine;
import app.gewerk.core.handback.BillPaper;
import app.gewerk.core.handback.Message;
import app.gewerk.core.handback.PickUp;
import app.gewerk.core.handback.UblBill;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.sourcing.Purchasing;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Bills, numbered without gaps and never altered, and what the owner is told on the way out. */
@Service
public class BillingService {
    private static final BigDecimal MINUTES = new BigDecimal(60);
    private static final int LONGEST_ADDRESS = 1000;

    private final BillingStore store;
    private final JobService jobs;
    private final Purchasing purchasing;
    private final ShopService shop;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    BillingService(
            BillingStore store,
            JobService jobs,
            Purchasing purchasing,
            ShopService shop,
            SavedOnceStore savedOnce,
            ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.purchasing = purchasing;
        this.shop = shop;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /**
     * What stands on every paper of the shop.
     *
     * @param taxPercent left out while nobody has said: then nothing can be billed
     * @param noTaxReason of a shop that charges none
     */
    public record PaperTerms(
            @AtMost(LONGEST_ADDRESS) String address,
            Optional<String> country,
            @AtMost(60) String taxNumber,
            Optional<BigDecimal> taxPercent,
            @AtMost(300) String noTaxReason,
            int warrantyMonths,
            int daysToPay,
            int version) {
        public PaperTerms {
            if (country.filter(c -> !c.matches("[A-Z]{2}")).isPresent()) {
                throw Refused.at("country", "papers.country");
            }
            if (taxPercent
                    .filter(t -> t.signum() < 0 || t.compareTo(new BigDecimal(100)) > 0)
                    .isPresent()) {
                throw Refused.at("taxPercent", "bill.tax");
            }
            if (warrantyMonths < 0 || warrantyMonths > 120) {
                throw Refused.at("warrantyMonths", "papers.warranty");
            }
            if (daysToPay < 0 || daysToPay > 365) {
                throw Refused.at("daysToPay", "papers.daysToPay");
            }
        }
    }

    /** What became of the parts that came out. */
    public enum OldParts {
        RETURNED,
        KEPT,
        THROWN_AWAY;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * What the owner is told.
     *
     * @param avoid what killed the gear, in the owner's words
     * @param next what may come next
     * @param version 0 while nothing is written
     */
    public record ToldOwner(
            OldParts oldParts,
            Optional<LocalDate> warrantyUntil,
            @AtMost(2000) String avoid,
            @AtMost(2000) String next,
            int version) {
        /** Before anybody wrote, or after what was written has been erased. */
        static final ToldOwner NOTHING = new ToldOwner(OldParts.RETURNED, Optional.empty(), "", "", 0);
    }

    /**
     * A bill that is out, or the entry that takes one back.
     *
     * @param credits the number of the bill that this one takes back
     */
    public record IssuedBill(
            int number,
            Optional<Integer> credits,
            Bill bill,
            String billedTo,
            String why,
            LocalDate issuedOn,
            LocalDate dueOn,
            String by) {

        /** Its sums, in the bill's currency. */
        @JsonProperty
        public Sums sums() {
            return Sums.of(bill);
        }
    }

    public record Sums(BigDecimal lines, BigDecimal net, BigDecimal tax, BigDecimal gross, BigDecimal due) {
        static Sums of(Bill bill) {
            return new Sums(bill.linesTotal(), bill.net(), bill.tax(), bill.gross(), bill.due());
        }
    }

    /**
     * @param proposed lines from the minutes at the bench and the parts, to be gone over
     * @param billedTo the owner, as known
     * @param missing what has to be said before anything can be billed
     * @param inWarranty the mend it came back with: then nothing is proposed to be billed
     */
    public record JobHandback(
            List<BillLine> proposed,
            String billedTo,
            String currency,
            PaperTerms terms,
            List<Say> missing,
            Optional<ToldOwner> told,
            LocalDate warrantyUntil,
            Optional<InWarranty> inWarranty,
            List<IssuedBill> bills) {}

    /** The job whose warranty still held when the machine came in again. */
    public record InWarranty(long jobId, LocalDate until) {}

    @Transactional(readOnly = true)
    public JobHandback handback(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        PaperTerms terms = store.terms(here);
        List<Say> missing = new ArrayList<>();
        if (terms.taxPercent.isEmpty()) {
            missing.add(Say.of("papers.sayTax"));
        }
        if (terms.address.isBlank()) {
            missing.add(Say.of("papers.sayAddress"));
        }
        if (job.benchMinutes().isEmpty()) {
            missing.add(Say.of("papers.sayMinutes"));
        }
        Optional<InWarranty> inWarranty = store.inWarranty(here, jobId);
        return new JobHandback(
                inWarranty.isPresent() ? List.of() : proposed(here, job),
                (job.ownerName() + "\n" + job.ownerPhone()).strip(),
                shop.shop(here).currency(),
                terms,
                missing,
                store.told(here, jobId),
                shop.today(here).plusMonths(terms.warrantyMonths),
                inWarranty,
                store.bills(here, jobId));
    }

    private List<BillLine> proposed(Here here, Job job) {
        List<BillLine> lines = new ArrayList<>();
        BigDecimal rate = shop.terms(here).terms().hourlyRate();
        job.benchMinutes()
                .filter(m -> m > 0 && rate.signum() > 0)
                .ifPresent(m -> lines.add(new BillLine(
                        BillLine.Of.LABOUR,
                        Words.of(Say.of("bill.labour", "machine", job.machine())),
                        new BigDecimal(m).divide(MINUTES, 2, RoundingMode.HALF_UP),
                        rate)));
        for (Purchasing.Order order : purchasing.orders(here, job.id())) {
            if (order.state() == Purchasing.State.ORDERED) {
                order.total()
                        .filter(t -> t.signum() > 0)
                        .ifPresent(t -> lines.add(new BillLine(BillLine.Of.PART, part(order), BigDecimal.ONE, t)));
            }
        }
        for (BillingStore.FromShelf taken : store.fromShelf(here, job.id())) {
            taken.paid()
                    .ifPresent(p ->
                            lines.add(new BillLine(BillLine.Of.PART, taken.name(), new BigDecimal(taken.pieces()), p)));
        }
        return lines;
    }

    private static String part(Purchasing.Order order) {
        return Words.of(order.lines().getFirst().said());
    }

    public PaperTerms terms(Here here) {
        return store.terms(here);
    }

    @Transactional
    public PaperTerms saveTerms(Here here, PaperTerms terms, Optional<String> key) {
        return savedOnce.once(
                here,
                key,
                "paperTerms",
                clock.now(),
                () -> {
                    if (!store.saveTerms(here, terms)) {
                        throw new Stale(store.terms(here));
                    }
                    return store.terms(here);
                },
                () -> store.terms(here));
    }

    /** Keeps what the owner is told. */
    @Transactional
    public JobHandback tell(Here here, long jobId, ToldOwner told, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "told/" + jobId,
                clock.now(),
                () -> {
                    if (!store.tell(here, jobId, told)) {
                        throw new Stale(store.told(here, jobId).orElse(ToldOwner.NOTHING));
                    }
                    jobs.write(here, jobId, Step.HAND_BACK, Say.of("journal.told", "oldParts", Say.of(told.oldParts)));
                    return handback(here, jobId);
                },
                () -> handback(here, jobId));
    }

    /** Bills; the number is the next of the shop's, taken in the same transaction that writes the bill. */
    @Transactional
    public JobHandback bill(
            Here here,
            long jobId,
            List<BillLine> lines,
            BigDecimal discount,
            BigDecimal paid,
            String billedTo,
            Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "bill/" + jobId,
                clock.now(),
                () -> {
                    PaperTerms terms = store.terms(here);
                    if (shop.terms(here).terms().hourlyRate().signum() == 0) {
                        throw new Refused("bill.noRate");
                    }
                    BigDecimal tax = terms.taxPercent.orElseThrow(() -> new Refused("papers.sayTax"));
                    Bill bill =
                            new Bill(lines, discount, tax, paid, shop.shop(here).currency());
                    LocalDate today = shop.today(here);
                    issue(
                            here,
                            jobId,
                            bill,
                            Optional.empty(),
                            billedTo.strip(),
                            "",
                            today,
                            today.plusDays(terms.daysToPay));
                    return handback(here, jobId);
                },
                () -> handback(here, jobId));
    }

    private void issue(
            Here here,
            long jobId,
            Bill bill,
            Optional<Integer> credits,
            String billedTo,
            String why,
            LocalDate on,
            LocalDate due) {
        int number = store.nextNumber(here);
        store.insert(
                here,
                jobId,
                new IssuedBill(number, credits, bill, billedTo, why, on, due, here.personName()),
                clock.now());
        jobs.write(
                here,
                jobId,
                Step.HAND_BACK,
                Say.of(
                        credits.isPresent() ? "journal.credited" : "journal.billed",
                        "number",
                        number,
                        "of",
                        credits.orElse(0),
                        "gross",
                        Say.money(bill.gross(), bill.currency())),
                why,
                Optional.empty(),
                Optional.empty());
    }

    /** Takes a bill back, in part or as a whole, by an entry of its own. */
    @Transactional
    public JobHandback credit(Here here, long jobId, int number, BigDecimal gross, String why, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "credit/" + jobId,
                clock.now(),
                () -> {
                    IssuedBill of = issued(here, jobId, number);
                    if (of.credits.isPresent()) {
                        throw new Refused("bill.creditOfCredit", "number", number);
                    }
                    if (why.isBlank()) {
                        throw Refused.at("why", "bill.creditWhy");
                    }
                    Bill credit = of.bill.credit(
                            gross, store.credited(here, number), Words.of(Say.of("bill.creditLine", "number", number)));
                    LocalDate today = shop.today(here);
                    issue(here, jobId, credit, Optional.of(number), of.billedTo, why.strip(), today, today);
                    return handback(here, jobId);
                },
                () -> handback(here, jobId));
    }

    IssuedBill issued(Here here, long jobId, int number) {
        return store.bills(here, jobId).stream()
                .filter(b -> b.number == number)
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.bill", "number", number));
    }

    /** As it goes out. */
    @Transactional(readOnly = true)
    public BillPaper paper(Here here, long jobId, int number) {
        jobs.job(here, jobId);
        IssuedBill bill = issued(here, jobId, number);
        PaperTerms terms = store.terms(here);
        return new BillPaper(
                number,
                bill.bill,
                new BillPaper.Party(
                        shop.shop(here).name(),
                        terms.address,
                        terms.country.orElse(""),
                        terms.taxNumber,
                        terms.noTaxReason),
                bill.billedTo,
                bill.issuedOn,
                bill.dueOn,
                bill.credits.map(of ->
                        new BillPaper.Credited(of, store.issuedOn(here, of).orElseThrow())),
                bill.why);
    }

    public String xml(Here here, long jobId, int number) {
        return UblBill.of(paper(here, jobId, number));
    }

    /** Something that can be written to the owner, ready to be sent. */
    public record WrittenMessage(Message message, Say words, Say text) {}

    @Transactional(readOnly = true)
    public List<WrittenMessage> messages(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        Message.About about = new Message.About(
                shop.shop(here).name(),
                job.ownerName(),
                job.machine(),
                job.waitsFor().map(Words::of).orElse(""),
                due(here, jobId));
        return Arrays.stream(Message.values())
                .map(m -> new WrittenMessage(m, m.words(), m.text(about)))
                .toList();
    }

    /** Of all bills of the job, less what was taken back. */
    private Optional<Say> due(Here here, long jobId) {
        List<IssuedBill> bills = store.bills(here, jobId);
        BigDecimal due = bills.stream()
                .map(b -> b.credits.isPresent() ? b.bill.gross().negate() : b.bill.due())
                .reduce(BigDecimal.ZERO, BigDecimal::add);
        return due.signum() > 0
                ? Optional.of(Say.money(due, bills.getFirst().bill.currency()))
                : Optional.empty();
    }

    /** A day to fetch it, for the owner's calendar. */
    @Transactional(readOnly = true)
    public PickUp pickUp(Here here, long jobId, LocalDate day) {
        Job job = jobs.job(here, jobId);
        ShopService.Shop at = shop.shop(here);
        if (day.isBefore(shop.today(at)) || day.isAfter(shop.today(at).plusYears(1))) {
            throw Refused.at("day", "pickUp.day");
        }
        return new PickUp(
                at.bench() + "-" + jobId,
                Words.of(Say.of("pickUp.summary", "machine", job.machine())),
                (at.name() + "\n" + store.terms(here).address).strip(),
                day,
                clock.now().toInstant());
    }

    /** The machine goes out of the door. One that nobody has proved does so only with a word why. */
    @Transactional
    public Job handOver(Here here, long jobId, int version, String why, Optional<String> key) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                key,
                "handOver/" + jobId,
                clock.now(),
                () -> {
                    Job job = jobs.lock(here, jobId, version);
                    if (store.told(here, jobId).isEmpty()) {
                        throw new Refused("papers.tellFirst");
                    }
                    boolean proved = job.stepsDone().contains(Step.PROVE) || job.place() == Place.READY_TO_GO;
                    if (!proved && why.isBlank() && job.place() != Place.PUT_AWAY) {
                        throw Refused.at("why", "papers.notProved");
                    }
                    jobs.markDone(here, jobId, Step.HAND_BACK);
                    return job.place() == Place.PUT_AWAY
                            ? jobs.job(here, jobId)
                            : jobs.move(here, jobId, version, Place.PUT_AWAY, Optional.empty(), why.strip());
                },
                () -> jobs.job(here, jobId));
    }
}
