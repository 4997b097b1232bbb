package app.gewerk.core.sourcing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.sourcing.OpenNeed.Choice;
import app.gewerk.core.sourcing.OrderPlan.Why;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OrderPlannerTest {
    /** A few hundredths of a second where nothing else runs; on a busy machine it may take its time. */
    private static final Duration TIME = Duration.ofSeconds(20);

    private static OrderPlan plan(OrderQuestion question) {
        return OrderPlanner.plan(question, TIME, any -> true);
    }

    /**
     * Every way there is, each costed to the cent as {@link LandedCost} has it, of which the least is kept; what a need that
     * stays open counts as is the planner's own.
     */
    private static final class Enumeration {
        private final OrderQuestion question;
        private final OrderModel open;
        private final List<Listing> listings = new ArrayList<>();
        private final List<Integer> days = new ArrayList<>();
        private final int[] packs;
        private final int[] pieces;
        private final Map<String, Double> landed = new HashMap<>();
        private int served;
        private double least = Double.POSITIVE_INFINITY;
        private int leastServed;

        Enumeration(OrderQuestion question) {
            this.question = question;
            open = new OrderModel(question);
            for (Listing listing : question.listings()) {
                question.listings().stream()
                        .filter(l -> l.seller().equals(listing.seller()) && wanted(l))
                        .map(Listing::dispatchDays)
                        .distinct()
                        .filter(d -> d >= listing.dispatchDays())
                        .forEach(d -> {
                            listings.add(listing);
                            days.add(d);
                        });
            }
            packs = new int[listings.size()];
            pieces = new int[listings.size()];
            need(0, 0);
        }

        private boolean wanted(Listing listing) {
            return question.needs().stream().flatMap(n -> n.choices().stream()).anyMatch(c -> c.is(listing));
        }

        private void need(int n, double cost) {
            if (n == question.needs().size()) {
                bought(0, cost);
                return;
            }
            need(n + 1, cost + open.unmet(n) / 100);
            served++;
            part(n, question.needs().get(n).pieces(), 0, cost);
            served--;
        }

        /** So many pieces of a need, of the items from one on. */
        private void part(int n, int left, int from, double cost) {
            OpenNeed need = question.needs().get(n);
            if (left == 0) {
                need(n + 1, cost);
                return;
            }
            for (int i = from; i < listings.size(); i++) {
                Listing listing = listings.get(i);
                Optional<Choice> choice =
                        need.choices().stream().filter(c -> c.is(listing)).findFirst();
                Source source = question.source(listing.seller()).orElseThrow();
                LocalDate here = source.terms().arrival(question.today(), days.get(i));
                if (choice.isEmpty() || need.latest().filter(here::isAfter).isPresent()) {
                    continue;
                }
                double share = (need.aDay().doubleValue() * ChronoUnit.DAYS.between(question.today(), here)
                                + source.failureChance() * question.aFailure().doubleValue())
                        / need.pieces();
                int least = need.mayBeSplit() ? 1 : need.pieces();
                for (int p = least; p <= left; p++) {
                    pieces[i] += p;
                    part(n, left - p, i + 1, cost + p * (choice.get().loss().doubleValue() + share));
                    pieces[i] -= p;
                }
            }
        }

        /** Packs: as many as it takes, or one more. */
        private void bought(int i, double cost) {
            if (i == listings.size()) {
                double all = cost + parcels();
                if (all < least) {
                    leastServed = served;
                    least = all;
                }
                return;
            }
            packs[i] = listings.get(i).packsFor(pieces[i]);
            bought(i + 1, cost);
            if (packs[i] > 0) {
                packs[i]++;
                bought(i + 1, cost);
            }
            packs[i] = 0;
        }

        private double parcels() {
            double all = 0;
            for (Source source : question.sources()) {
                Map<Listing, Integer> taken = new HashMap<>();
                int sent = 0;
                for (int day = 0; day < 3; day++) {
                    List<LandedCost.Packed> parcel = new ArrayList<>();
                    for (int i = 0; i < listings.size(); i++) {
                        if (packs[i] > 0
                                && days.get(i) == day
                                && listings.get(i).seller().equals(source.code())) {
                            parcel.add(new LandedCost.Packed(listings.get(i), packs[i]));
                            if (taken.merge(listings.get(i), packs[i], Integer::sum)
                                    > listings.get(i).stock()) {
                                return Double.POSITIVE_INFINITY;
                            }
                        }
                    }
                    if (!parcel.isEmpty()) {
                        if (++sent > 1 && source.rule().taxPercent().signum() > 0) {
                            return Double.POSITIVE_INFINITY; // nobody splits a consignment to stay below a threshold
                        }
                        all += landed.computeIfAbsent(
                                parcel.toString(),
                                any -> LandedCost.ofParcel(
                                                parcel,
                                                source.terms(),
                                                source.rule(),
                                                source.exchange(),
                                                1,
                                                question.today())
                                        .total()
                                        .doubleValue());
                    }
                }
            }
            return all;
        }
    }

    @Test
    void agreesWithEveryWayThereIsOnTwoHundredSmallQuestions() {
        for (int seed = 0; seed < 200; seed++) {
            OrderQuestion question = RandomOrders.question(new Random(seed), 3, 2, 3);
            OrderPlan plan = plan(question);
            Enumeration all = new Enumeration(question);
            assertThat(question.needs().size() - plan.missing().size())
                    .as("served of question %s", seed)
                    .isEqualTo(all.leastServed);
            double least = all.least - unmet(question, plan);
            // Goods, postage, duty and tax of a parcel are each rounded to the cent.
            assertThat(plan.weighed().doubleValue()).as("question %s", seed).isCloseTo(least, within(.06));
            assertThat(plan.gap()).as("question %s is proven", seed).isZero();
        }
    }

    /** The same as an integer program, which ojAlgo solves: of more needs than can be enumerated. */
    @Test
    void agreesWithAnIntegerProgramWhereThatIsSolved() {
        int solved = 0;
        for (int seed = 300; seed < 312; seed++) {
            OrderQuestion question = RandomOrders.question(new Random(seed), 4, 2, 5);
            OrderPlan plan = plan(question);
            assertThat(plan.gap()).as("question %s is proven", seed).isZero();
            OrderModel model = new OrderModel(question);
            Optional<OrderProgram.Solved> program =
                    new OrderProgram(model).solve(2000).filter(OrderProgram.Solved::proven);
            double least =
                    program.map(p -> p.cost() / 100 - unmet(question, plan)).orElse(Double.POSITIVE_INFINITY);
            double ours = plan.weighed().doubleValue();
            // On a busy machine it has called optimal what is dearer than what it finds at rest; that is not solved.
            if (least < ours + .01) {
                solved++;
                assertThat(ours).as("question %s", seed).isCloseTo(least, within(.01));
            }
        }
        assertThat(solved).isGreaterThan(6);
    }

    /**
     * Ten needs are more than are enumerated here; that all is seen through shows in the gap. Those asked take half a second
     * at most where nothing else runs: they are given a hundred times as long, which none needs on a busy machine either.
     */
    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 8, 9, 10, 11})
    void questionsOfTenNeedsAreProven(int seed) {
        OrderPlan plan = OrderPlanner.plan(
                RandomOrders.question(new Random(seed), 10, 4, 12), Duration.ofSeconds(60), any -> true);
        assertThat(plan.gap()).isZero();
    }

    @Test
    void aQuestionThatIsNotSeenThroughIsAnsweredNearly() {
        OrderPlan plan =
                OrderPlanner.plan(RandomOrders.question(new Random(5), 10, 4, 12), Duration.ofSeconds(4), any -> true);
        assertThat(plan.gap()).isLessThan(.05);
    }

    private static double unmet(OrderQuestion question, OrderPlan plan) {
        OrderModel model = new OrderModel(question);
        return IntStream.range(0, question.needs().size())
                .filter(n -> plan.missing().stream()
                        .anyMatch(m -> m.needId().equals(question.needs().get(n).id())))
                .mapToDouble(n -> model.unmet(n) / 100)
                .sum();
    }

    @Test
    void aBigQuestionSaysHowFarFromTheBestItMayBe() {
        OrderQuestion question = RandomOrders.question(new Random(1), 60, 12, 80);
        // However busy the machine is: until it is within a twentieth.
        OrderPlan plan = OrderPlanner.plan(
                question,
                Duration.ofMinutes(2),
                soFar -> soFar.atLeast().doubleValue() < .95 * soFar.weighed().doubleValue());
        assertThat(plan.gap()).isBetween(0.0, .05);
        assertThat(plan.landed()).isLessThan(plan.landedAlone());
        BigDecimal parcels =
                plan.parcels().stream().map(p -> p.landed().total()).reduce(BigDecimal.ZERO, BigDecimal::add);
        assertThat(plan.landed()).isEqualByComparingTo(parcels);
        for (OpenNeed need : question.needs()) {
            int had = plan.parcels().stream()
                    .flatMap(p -> p.lines().stream())
                    .flatMap(l -> l.needs().stream())
                    .filter(f -> f.needId().equals(need.id()))
                    .mapToInt(OrderPlan.ForNeed::pieces)
                    .sum();
            boolean missing = plan.missing().stream().anyMatch(m -> m.needId().equals(need.id()));
            assertThat(had).as(need.id()).isEqualTo(missing ? 0 : need.pieces());
        }
        for (OrderPlan.PlannedParcel parcel : plan.parcels()) {
            for (OrderPlan.PlannedLine line : parcel.lines()) {
                assertThat(line.packs()).isLessThanOrEqualTo(line.listing().stock());
                for (OrderPlan.ForNeed need : line.needs()) {
                    OpenNeed of = question.needs().stream()
                            .filter(n -> n.id().equals(need.needId()))
                            .findFirst()
                            .orElseThrow();
                    assertThat(of.latest().filter(parcel.landed().arrives()::isAfter))
                            .isEmpty();
                }
            }
        }
    }

    @Test
    void itTellsHowItComesAlongAndEndsWithTheBestSoFarWhenToldTo() {
        List<OrderPlanner.SoFar> told = new ArrayList<>();
        OrderQuestion question = RandomOrders.question(new Random(2), 60, 12, 80);
        long began = System.nanoTime();
        OrderPlan plan = OrderPlanner.plan(question, Duration.ofMinutes(10), soFar -> {
            told.add(soFar);
            return false;
        });
        assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofMinutes(5));
        assertThat(told).hasSize(1);
        assertThat(told.getFirst().weighed())
                .isGreaterThanOrEqualTo(told.getFirst().atLeast());
        assertThat(plan.missing().size()).isLessThan(60);
        assertThat(told.getFirst().plan().get().weighed())
                .as("what was told along the way is what is given")
                .isEqualTo(plan.weighed());
    }

    private static Listing listing(String seller, String item, String price, int stock, int dispatchDays) {
        return new Listing(seller, item, 1, new BigDecimal(price), stock, dispatchDays);
    }

    private static Source seller(String code, int transitDays, String... postage) {
        List<SellerTerms.PostageStep> steps = new ArrayList<>();
        for (String step : postage) {
            steps.add(new SellerTerms.PostageStep(
                    new BigDecimal(step.split(":")[0]), new BigDecimal(step.split(":")[1])));
        }
        BigDecimal none = BigDecimal.ZERO;
        return new Source(
                code,
                new SellerTerms(code, "Here", "home", "EUR", steps, transitDays, List.of()),
                new ImportRule("home", none, none, none, none, none),
                new LandedCost.Exchange("EUR", BigDecimal.ONE, RandomOrders.TODAY),
                0);
    }

    private static OpenNeed need(String id, int pieces, Optional<LocalDate> latest, String... choices) {
        return new OpenNeed(
                id,
                pieces,
                latest,
                false,
                BigDecimal.ZERO,
                Arrays.stream(choices)
                        .map(c -> new Choice(c.split("/")[0], c.split("/")[1], BigDecimal.ZERO))
                        .toList());
    }

    private static OrderQuestion question(List<OpenNeed> needs, List<Listing> listings, Source... sources) {
        return new OrderQuestion(needs, listings, List.of(sources), RandomOrders.TODAY, BigDecimal.TEN);
    }

    /** 4 + 3.90 and 5 + 3.90 alone are 16.80; together 9 + 3.90. */
    @Test
    void postageIsPaidOnce() {
        OrderPlan plan = plan(question(
                List.of(need("a", 1, Optional.empty(), "s/x"), need("b", 1, Optional.empty(), "s/y")),
                List.of(listing("s", "x", "4.00", 9, 0), listing("s", "y", "5.00", 9, 0)),
                seller("s", 1, "0:3.90")));
        assertThat(plan.landed()).isEqualByComparingTo("12.90");
        assertThat(plan.landedAlone()).isEqualByComparingTo("16.80");
        assertThat(plan.gap()).isZero();
    }

    /** 38.50 and 3.90 of postage are 42.40; another piece at 1.90 brings the goods over 40, where nothing is paid: 40.40. */
    @Test
    void aPieceMoreIsBoughtWhereItSavesThePostage() {
        OrderPlan plan = plan(question(
                List.of(need("a", 1, Optional.empty(), "s/x"), need("b", 1, Optional.empty(), "s/y")),
                List.of(listing("s", "x", "36.60", 1, 0), listing("s", "y", "1.90", 9, 0)),
                seller("s", 1, "0:3.90", "40:0")));
        assertThat(plan.landed()).isEqualByComparingTo("40.40");
        assertThat(plan.parcels().getFirst().lines())
                .extracting(OrderPlan.PlannedLine::spare, OrderPlan.PlannedLine::extra)
                .containsExactly(tuple(0, 0), tuple(1, 1));
    }

    @Test
    void whyANeedStaysOpenIsSaid() {
        Optional<LocalDate> tomorrow = Optional.of(RandomOrders.TODAY.plusDays(1));
        OrderPlan plan = plan(question(
                List.of(
                        need("late", 1, tomorrow, "s/x"),
                        need("nobody", 1, Optional.empty()),
                        need("many", 4, Optional.empty(), "s/y"),
                        need("fine", 1, Optional.empty(), "s/x")),
                List.of(listing("s", "x", "4.00", 9, 2), listing("s", "y", "5.00", 3, 0)),
                seller("s", 1, "0:3.90")));
        assertThat(plan.missing())
                .containsExactly(
                        new OrderPlan.Unfilled("late", Why.TOO_LATE, Optional.of(RandomOrders.TODAY.plusDays(3))),
                        new OrderPlan.Unfilled("nobody", Why.NOBODY, Optional.empty()),
                        new OrderPlan.Unfilled("many", Why.NOT_ENOUGH, Optional.empty()));
        assertThat(plan.parcels()).hasSize(1);
    }

    /** One of them is in a hurry: the parcel of today goes to it, though both together would be cheaper later. */
    @Test
    void whatIsInAHurryLeavesInAParcelOfItsOwn() {
        List<Listing> listings = List.of(listing("s", "x", "4.00", 9, 0), listing("s", "y", "5.00", 9, 4));
        OpenNeed slow = need("b", 1, Optional.empty(), "s/y");
        OrderPlan hurried = plan(question(
                List.of(need("a", 1, Optional.of(RandomOrders.TODAY.plusDays(1)), "s/x"), slow),
                listings,
                seller("s", 1, "0:3.90")));
        assertThat(hurried.parcels()).hasSize(2);
        assertThat(hurried.landed()).isEqualByComparingTo("16.80");
        OrderPlan leisurely = plan(
                question(List.of(need("a", 1, Optional.empty(), "s/x"), slow), listings, seller("s", 1, "0:3.90")));
        assertThat(leisurely.parcels()).hasSize(1);
    }

    @Test
    void aLineThatIsHeldOrRefusedIsPlannedRound() {
        OrderQuestion question = question(
                List.of(need("a", 1, Optional.empty(), "s/x", "t/x"), need("b", 1, Optional.empty(), "s/y", "t/y")),
                List.of(
                        listing("s", "x", "4.00", 9, 0),
                        listing("s", "y", "5.00", 9, 0),
                        listing("t", "x", "4.50", 9, 0),
                        listing("t", "y", "5.50", 9, 0)),
                seller("s", 1, "0:3.90"),
                seller("t", 1, "0:3.90"));
        assertThat(plan(question).landed()).isEqualByComparingTo("12.90");
        OrderPlan held = plan(question.holding("b", "t", "y"));
        assertThat(held.landed()).as("the other goes along").isEqualByComparingTo("13.90");
        assertThat(held.parcels()).hasSize(1);
        assertThat(plan(question.refusing("a", "s", "x")).landed()).isEqualByComparingTo("13.90");
        assertThat(plan(question.without("s")).landed()).isEqualByComparingTo("13.90");
        assertThat(plan(question.without("s").without("t")).missing()).hasSize(2);
    }

    /** Three hundred of one thing over eight sellers can be split in more ways than anybody counts; it is planned all the same. */
    @Test
    void aNeedOfManyPiecesThatMayBeSplitIsPlannedAndBounded() {
        List<Listing> listings = new ArrayList<>();
        List<Source> sources = new ArrayList<>();
        List<Choice> choices = new ArrayList<>();
        for (int s = 0; s < 8; s++) {
            listings.add(listing("s" + s, "x", "1." + s + "0", 60, 0));
            sources.add(seller("s" + s, 1, "0:3.90"));
            choices.add(new Choice("s" + s, "x", BigDecimal.ZERO));
        }
        OpenNeed many = new OpenNeed("many", 300, Optional.empty(), true, BigDecimal.ZERO, choices);
        OrderPlan plan = OrderPlanner.plan(
                new OrderQuestion(List.of(many), listings, sources, RandomOrders.TODAY, BigDecimal.ZERO),
                Duration.ofSeconds(2),
                any -> true);
        // The five cheapest sellers have sixty each: 60 × (1.00 + … + 1.40) and five times 3.90.
        assertThat(plan.atLeast()).isLessThanOrEqualTo(new BigDecimal("379.50"));
        assertThat(plan.atLeast().doubleValue()).isGreaterThan(0.9 * 379.5);
    }

    @Test
    void nothingNeededAndNothingInStockAreNoTrouble() {
        assertThat(plan(question(List.of(), List.of(), seller("s", 1, "0:3.90")))
                        .gap())
                .isZero();
        OrderPlan none = plan(question(
                List.of(need("a", 1, Optional.empty(), "s/x")),
                List.of(listing("s", "x", "4.00", 0, 0)),
                seller("s", 1, "0:3.90")));
        assertThat(none.missing()).containsExactly(new OrderPlan.Unfilled("a", Why.NOT_ENOUGH, Optional.empty()));
        assertThat(none.gap()).isZero();
    }

    @Test
    void whatADayMoreAndASellerFewerWouldChangeIsTold() {
        OrderQuestion question = question(
                List.of(
                        need("a", 1, Optional.of(RandomOrders.TODAY.plusDays(1)), "s/x", "t/x"),
                        need("b", 1, Optional.empty(), "t/y")),
                List.of(
                        listing("s", "x", "6.00", 9, 0),
                        listing("t", "x", "4.00", 9, 0),
                        listing("t", "y", "5.00", 9, 0)),
                seller("s", 1, "0:3.90"),
                seller("t", 2, "0:3.90"));
        OrderPlan plan = plan(question);
        assertThat(plan.landed()).isEqualByComparingTo("18.80");
        assertThat(OrderPlanner.whatIf(question, plan, Duration.ofMillis(300)))
                .extracting(OrderPlanner.WhatIf::what, OrderPlanner.WhatIf::landed, OrderPlanner.WhatIf::missing)
                .containsExactly(
                        // 4 + 5 + 3.90 with one seller
                        tuple(OrderPlanner.If.A_DAY_MORE, new BigDecimal("-5.90"), 0),
                        // the hurried one, or the other, is then not served
                        tuple(OrderPlanner.If.A_SELLER_FEWER, new BigDecimal("-9.90"), 1));
    }
}
