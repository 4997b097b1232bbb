package app.gewerk.core.diagnosis;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Opening;
import app.gewerk.core.train.PartType;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.BetaDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DiagnosisTest {
    private static final DiagnosisKnowledge KNOWLEDGE = DiagnosisKnowledge.shipped();
    private static final Machine SMALL = new Machine(
            List.of(
                    part("motor", PartType.MOTOR, ""),
                    part("pinion", PartType.PINION, "cover"),
                    part("wheel", PartType.GEAR, "cover"),
                    part("shaft", PartType.SHAFT, "inner")),
            List.of(
                    new Opening("cover", Say.typed("cover"), 4, 3, ""),
                    new Opening("inner", Say.typed("inner plate"), 2, 5, "cover")));

    private static Component part(String code, PartType type, String behind) {
        return new Component(code, type, Say.typed(code), behind);
    }

    private static Diagnosis of(Machine machine) {
        return new Diagnosis(KNOWLEDGE, machine, Experience.NONE);
    }

    /** Every subset of one to three faults by its bits, each sign's probability written out: no code of the product's. */
    private static Map<Integer, Double> bruteForce(FaultModel model, Map<String, Answer> answers) {
        Map<Integer, Double> weights = joint(model, answers);
        double all = weights.values().stream().mapToDouble(w -> w).sum();
        weights.replaceAll((set, weight) -> weight / all);
        return weights;
    }

    /** P(set, answers) but for one factor. */
    private static Map<Integer, Double> joint(FaultModel model, Map<String, Answer> answers) {
        Map<Integer, Double> weights = new LinkedHashMap<>();
        int faults = model.faults().size();
        assertThat(faults).as("small enough for bits").isLessThan(31);
        for (int a = 0; a < faults; a++) {
            for (int b = a; b < faults; b++) {
                for (int c = b; c < faults; c++) {
                    int set = 1 << a | 1 << b | 1 << c;
                    if (!weights.containsKey(set)) {
                        double weight = 1;
                        for (int f = 0; f < faults; f++) {
                            weight *= (set >> f & 1) == 1 ? model.odds()[f] : 1;
                        }
                        weights.put(set, weight * likelihood(model, set, answers));
                    }
                }
            }
        }
        return weights;
    }

    /** Every way the signs that exclude others may stand, in turn: none of them, or one and none before it. */
    private static double likelihood(FaultModel model, int set, Map<String, Answer> answers) {
        double likelihood = 1;
        for (Axis axis : model.axes()) {
            if (axis.signs().stream()
                    .noneMatch(x -> answers.getOrDefault(model.signs().get(x).key(), Answer.NOT_TRIED)
                            .tells())) {
                continue;
            }
            double sum = 0;
            for (int there = -1; there < axis.heads().size(); there++) {
                double chance = 1;
                for (int h = 0; h < (there < 0 ? axis.heads().size() : there); h++) {
                    chance *= absent(model, axis.heads().get(h).sign(), set);
                }
                chance *= there < 0
                        ? 1
                        : 1 - absent(model, axis.heads().get(there).sign(), set);
                for (int sign : axis.signs()) {
                    Answer answer = answers.getOrDefault(model.signs().get(sign).key(), Answer.NOT_TRIED);
                    if (answer.tells()) {
                        double seen = present(model, axis, there, sign, set);
                        double wrong = model.misread(sign);
                        double told = seen * (1 - wrong) + (1 - seen) * wrong;
                        chance *= answer == Answer.SEEN ? told : 1 - told;
                    }
                }
                sum += chance;
            }
            likelihood *= sum;
        }
        return likelihood;
    }

    private static double present(FaultModel model, Axis axis, int there, int sign, int set) {
        for (int h = 0; h < axis.heads().size(); h++) {
            if (axis.heads().get(h).sign() == sign) {
                return h == there ? 1 : 0;
            }
        }
        return there >= 0 && axis.heads().get(there).excludes().contains(sign) ? 0 : 1 - absent(model, sign, set);
    }

    private static double absent(FaultModel model, int sign, int set) {
        double absent = 1 - model.leak(sign);
        for (int f = 0; f < model.faults().size(); f++) {
            absent *= (set >> f & 1) == 1 ? model.misses(sign)[f] : 1;
        }
        return absent;
    }

    private static double entropy(Map<Integer, Double> weights) {
        return -weights.values().stream()
                .filter(w -> w > 0)
                .mapToDouble(w -> w * Math.log(w) / Math.log(2))
                .sum();
    }

    private static double sum(Map<Integer, Double> weights) {
        return weights.values().stream().mapToDouble(w -> w).sum();
    }

    private static Map<String, Answer> someAnswers(FaultModel model, Random random, int many) {
        Map<String, Answer> answers = new HashMap<>();
        for (int i = 0; i < many; i++) {
            Sign sign = model.signs().get(random.nextInt(model.signs().size()));
            answers.put(sign.key(), Answer.values()[random.nextInt(Answer.values().length)]);
        }
        return answers;
    }

    @Test
    void theSumOverSetsEqualsBruteForce() {
        FaultModel model = new FaultModel(KNOWLEDGE, SMALL, new Experience(Map.of("wheel/splitHub", 3)), Clicks.NONE);
        Random random = new Random(4);
        for (int i = 0; i < 12; i++) {
            Map<String, Answer> answers = someAnswers(model, random, i);
            Map<Integer, Double> truth = bruteForce(model, answers);
            Posterior posterior = Posterior.of(model, answers);
            for (int f = 0; f < model.faults().size(); f++) {
                int fault = f;
                double marginal = truth.entrySet().stream()
                        .filter(e -> (e.getKey() >> fault & 1) == 1)
                        .mapToDouble(Map.Entry::getValue)
                        .sum();
                assertThat(posterior.marginal(f)).isCloseTo(marginal, within(1e-9));
                assertThat(posterior.marginals()[f]).isCloseTo(marginal, within(1e-9));
            }
            int[] halves = new int[model.faults().size()];
            for (int f = 0; f < halves.length; f++) {
                halves[f] = f % 2;
            }
            double[] any = posterior.anyOf(halves, 2);
            for (int half = 0; half < 2; half++) {
                long those = half == 0 ? 0x5555_5555L : 0xAAAA_AAAAL;
                assertThat(any[half])
                        .isCloseTo(
                                truth.entrySet().stream()
                                        .filter(e -> (e.getKey() & those) != 0)
                                        .mapToDouble(Map.Entry::getValue)
                                        .sum(),
                                within(1e-9));
            }
            assertThat(posterior.entropyBits()).isCloseTo(entropy(truth), within(1e-9));
            assertThat(posterior.several())
                    .isCloseTo(
                            truth.entrySet().stream()
                                    .filter(e -> Integer.bitCount(e.getKey()) > 1)
                                    .mapToDouble(Map.Entry::getValue)
                                    .sum(),
                            within(1e-9));
        }
    }

    /** Every joint outcome taken as an answer, its entropy computed anew, weighed by how likely the outcome is. */
    @Test
    void theExpectedDropEqualsDirectEnumeration() {
        FaultModel model = new FaultModel(KNOWLEDGE, SMALL, Experience.NONE, Clicks.NONE);
        Map<String, Answer> answers = Map.of("motorRunsOutputStill", Answer.SEEN, "squeals", Answer.NOT_SEEN);
        Posterior posterior = Posterior.of(model, answers);
        Map<Integer, Double> now = bruteForce(model, answers);
        double before = sum(joint(model, answers));
        for (Task task : model.tasks()) {
            List<Integer> signs = task.signs().stream()
                    .filter(s -> !answers.containsKey(s.key()))
                    .map(s -> model.sign(s.key()))
                    .toList();
            double expected = 0;
            for (int outcome = 0; outcome < 1 << signs.size(); outcome++) {
                Map<String, Answer> then = new HashMap<>(answers);
                for (int i = 0; i < signs.size(); i++) {
                    then.put(
                            model.signs().get(signs.get(i)).key(),
                            (outcome >> i & 1) == 1 ? Answer.SEEN : Answer.NOT_SEEN);
                }
                Map<Integer, Double> joint = joint(model, then);
                double chance = sum(joint) / before;
                joint.replaceAll((set, weight) -> weight / (chance * before));
                expected += chance * entropy(joint);
            }
            assertThat(posterior.expectedDropBits(signs))
                    .as(task.key())
                    .isCloseTo(entropy(now) - expected, within(1e-9));
        }
    }

    /** Of a machine that can fail in many ways not all threes are summed; all of them, here, say the same to a hundredth. */
    @Test
    void theLikeliestThreesComeCloseToAllThrees() {
        List<Component> parts = new ArrayList<>(List.of(part("motor", PartType.MOTOR, "")));
        for (int i = 0; i < 6; i++) {
            parts.add(part("gear" + i, PartType.GEAR, ""));
        }
        FaultModel model = new FaultModel(KNOWLEDGE, new Machine(parts, List.of()), Experience.NONE, Clicks.NONE);
        int n = model.faults().size();
        assertThat(n).isGreaterThan(70);
        Map<String, Answer> answers =
                Map.of("crackToBore@gear3", Answer.SEEN, "longStored", Answer.SEEN, "wasForced", Answer.NOT_SEEN);
        double[] marginals = new double[n + 1];
        double sum = 0;
        for (int a = 0; a < n; a++) {
            for (int b = a + 1; b <= n; b++) {
                for (int c = b == n ? n : b + 1; c <= n; c++) {
                    double weight = model.odds()[a] * (b == n ? 1 : model.odds()[b]) * (c == n ? 1 : model.odds()[c]);
                    for (Map.Entry<String, Answer> answer : answers.entrySet()) {
                        int sign = model.sign(answer.getKey());
                        double[] misses = model.misses(sign);
                        double there = 1 - (1 - model.leak(sign)) * misses[a] * misses[b] * misses[c];
                        double yes = model.misread(sign) + (1 - 2 * model.misread(sign)) * there;
                        weight *= answer.getValue() == Answer.SEEN ? yes : 1 - yes;
                    }
                    sum += weight;
                    marginals[a] += weight;
                    marginals[b] += weight;
                    marginals[c] += weight;
                }
            }
        }
        double[] ours = Posterior.of(model, answers).marginals();
        for (int f = 0; f < n; f++) {
            assertThat(ours[f]).isCloseTo(marginals[f] / sum, within(0.01));
        }
    }

    /** What one more answer would do, in one pass, against taking the answer and summing anew. */
    @Test
    void theTurnOfAFaultEqualsTakingTheAnswer() {
        FaultModel model = new FaultModel(KNOWLEDGE, SMALL, Experience.NONE, Clicks.NONE);
        Map<String, Answer> answers = Map.of("motorRunsOutputStill", Answer.SEEN);
        Posterior posterior = Posterior.of(model, answers);
        for (int s = 1; s < model.signs().size(); s++) {
            String key = model.signs().get(s).key();
            if (answers.containsKey(key)) {
                continue;
            }
            Posterior.Turn turn = posterior.turn(s);
            for (int f = 0; f < model.faults().size(); f++) {
                Map<String, Answer> then = new HashMap<>(answers);
                then.put(key, Answer.SEEN);
                assertThat(turn.ifSeen()[f]).isCloseTo(Posterior.of(model, then).marginal(f), within(1e-9));
                then.put(key, Answer.NOT_SEEN);
                assertThat(turn.ifNot()[f]).isCloseTo(Posterior.of(model, then).marginal(f), within(1e-9));
            }
        }
    }

    /** What an answer did, in one pass, against summing anew without it; also where signs exclude one another. */
    @Test
    void takingAnAnswerBackEqualsNeverHavingHeardIt() {
        FaultModel model = new FaultModel(KNOWLEDGE, SMALL, Experience.NONE, Clicks.NONE);
        Map<String, Answer> answers = Map.of(
                "noMotorSound", Answer.NOT_SEEN,
                "motorRunsOutputStill", Answer.SEEN,
                "slowUnderLoad", Answer.SEEN,
                "squeals", Answer.NOT_SEEN);
        Posterior posterior = Posterior.of(model, answers);
        for (String key : answers.keySet()) {
            Map<String, Answer> others = new HashMap<>(answers);
            others.remove(key);
            assertThat(posterior.marginalsWithout(model.sign(key)))
                    .as(key)
                    .containsExactly(Posterior.of(model, others).marginals(), within(1e-9));
        }
    }

    /** What a check tells of one fault: the entropy of "is it there?" before, less the mean of it after. */
    @Test
    void theExpectedDropForOneFaultEqualsDirectEnumeration() {
        FaultModel model = new FaultModel(KNOWLEDGE, SMALL, Experience.NONE, Clicks.NONE);
        Map<String, Answer> answers = Map.of("motorRunsOutputStill", Answer.SEEN, "squeals", Answer.NOT_SEEN);
        Posterior posterior = Posterior.of(model, answers);
        int fault = model.fault("wheel/splitHub");
        for (int sign = 0; sign < model.signs().size(); sign++) {
            String key = model.signs().get(sign).key();
            if (answers.containsKey(key)) {
                continue;
            }
            double chance = posterior.turn(sign).chance();
            double after = 0;
            for (Answer answer : List.of(Answer.SEEN, Answer.NOT_SEEN)) {
                Map<String, Answer> then = new HashMap<>(answers);
                then.put(key, answer);
                after += (answer == Answer.SEEN ? chance : 1 - chance)
                        * yesOrNoBits(Posterior.of(model, then).marginal(fault));
            }
            assertThat(posterior.expectedDropBits(List.of(sign), fault))
                    .as(key)
                    .isCloseTo(yesOrNoBits(posterior.marginal(fault)) - after, within(1e-9));
        }
    }

    private static double yesOrNoBits(double p) {
        return entropy(Map.of(1, p, 0, 1 - p));
    }

    /** Sets grouped by kind, few kinds and many, against every set for itself. */
    @Test
    void sumsOverSetsEqualEverySetForItself() {
        boolean[] inThrees = new boolean[45];
        Arrays.fill(inThrees, 3, 20, true);
        Sets sets = Sets.of(inThrees);
        double[] numbers = new Random(7).doubles(46, 0.5, 1.5).toArray();
        numbers[45] = 1;
        double[] products = sets.products(numbers);
        assertThat(products).hasSize(45 + 45 * 44 / 2 + 17 * 16 * 15 / 6);
        int[] one = sets.having(7);
        assertThat(one).hasSize(1 + 44 + 16 * 15 / 2);
        assertThat(Arrays.stream(one).mapToDouble(s -> products[s]).sum())
                .isCloseTo(sets.byFault(products)[7], within(1e-9));
        assertThat(sets.ofOne(products))
                .isCloseTo(Arrays.stream(numbers).limit(45).sum(), within(1e-9));
        double[] ofSeven = Arrays.stream(one).mapToDouble(s -> products[s]).toArray();
        assertThat(sets.only(one).products(numbers)).containsExactly(ofSeven, within(1e-12));
        for (int kinds : new int[] {3, 45}) {
            int[] kindOf = IntStream.range(0, 46).map(f -> f % kinds).toArray();
            double[] byKind =
                    IntStream.range(0, 46).mapToDouble(f -> 1 + f % kinds).toArray();
            double[] ofSets = sets.products(byKind);
            Sets.Grouping grouping = sets.grouping(kindOf);
            double[] summed = grouping.summed(products);
            double all = 0;
            for (int group = 0; group < summed.length; group++) {
                all += summed[group] == 0 ? 0 : summed[group] * sets.product(grouping.example(group), byKind);
            }
            double truth = IntStream.range(0, products.length)
                    .mapToDouble(s -> products[s] * ofSets[s])
                    .sum();
            assertThat(all).as(kinds + " kinds").isCloseTo(truth, within(1e-9 * truth));
        }
    }

    /** A motor that runs slow is neither silent nor stalled with the output still: to say so adds nothing. */
    @Test
    void whatFollowsFromASignSaysNothingMore() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("spurTrain"));
        Map<String, Answer> slow = Map.of("slowUnderLoad", Answer.SEEN);
        Map<String, Answer> more = new HashMap<>(slow);
        more.put("noMotorSound", Answer.NOT_SEEN);
        more.put("motorRunsOutputStill", Answer.NOT_SEEN);
        Map<String, Answer> alone = new HashMap<>(more);
        alone.remove("slowUnderLoad");
        for (Diagnosis.Ranked fault :
                diagnosis.standing(slow, Set.of()).faults().subList(0, 8)) {
            double odds = odds(fault.probability());
            assertThat(odds(probability(diagnosis, more, fault.key())) / odds)
                    .as(fault.key() + " after two answers that follow")
                    .isBetween(0.88, 1.13);
        }
        assertThat(probability(diagnosis, alone, "supply/noPower"))
                .as("by themselves they say a great deal")
                .isLessThan(0.2 * probability(diagnosis, Map.of(), "supply/noPower"));
    }

    private static double odds(double probability) {
        return probability / (1 - probability);
    }

    @Test
    void whatIsKnownAlreadyIsNotAskedAgain() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("spurTrain"));
        Diagnosis.Standing silent = diagnosis.standing(Map.of("noMotorSound", Answer.SEEN), Set.of());
        assertThat(english(silent.ruledOut().get("motorHumsStalled"))).isEqualTo("no sound from the motor at all");
        assertThat(silent.ruledOut())
                .containsKeys("steadyClick", "motorRunsOutputStill")
                .doesNotContainKey("tightSpot");
        Diagnosis.Standing still = diagnosis.standing(Map.of("motorRunsOutputStill", Answer.SEEN), Set.of());
        assertThat(still.ruledOut()).containsKeys("noMotorSound", "motorHumsStalled", "slowUnderLoad");
        for (Diagnosis.Standing standing : List.of(silent, still)) {
            assertThat(standing.next())
                    .allSatisfy(n -> assertThat(n.settles())
                            .noneMatch(s -> standing.ruledOut().containsKey(s.key())));
        }
    }

    @Test
    void aMotorThatHumsAndDoesNotTurnIsNotRunOn() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("gateDrive"));
        Map<String, Answer> answers = new HashMap<>(Map.of("motorHumsStalled", Answer.SEEN));
        Set<String> running = diagnosis.tasks().stream()
                .filter(Task::runs)
                .map(Task::key)
                .collect(java.util.stream.Collectors.toSet());
        assertThat(running).contains("warmUp", "runUnderLoad").doesNotContain("benchSupply", "turnOutput");
        for (int i = 0; i < 12; i++) {
            Diagnosis.Standing standing = diagnosis.standing(answers, Set.of());
            assertThat(standing.stop()).isPresent();
            assertThat(standing.next()).extracting(Diagnosis.Next::key).doesNotContainAnyElementsOf(running);
            standing.next().getFirst().settles().forEach(s -> answers.put(s.key(), Answer.NOT_SEEN));
        }
        assertThat(diagnosis.standing(Map.of(), Set.of()).stop()).isEmpty();
    }

    /** A motor that hums is told to be silent: the truth is not buried. */
    @Test
    void oneFalseYesIsWorthNoMoreThanAMistakeIs() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("spurTrain"));
        double before = odds(probability(diagnosis, Map.of(), "middleGear/splitHub"));
        double after =
                odds(probability(diagnosis, Map.of("crackToBore@middleGear", Answer.SEEN), "middleGear/splitHub"));
        assertThat(after / before).isBetween(10.0, 50.0);
    }

    /** Beta with α = n₀ s + k and β = n₀ (1 − s) + n − k: its mean by a general-purpose library. */
    @Test
    void experienceIsTheMeanOfTheBetaDistribution() {
        double general = 0.12;
        int jobs = 9;
        int onThis = 7;
        double alpha = Experience.GENERAL_JOBS * general + onThis;
        double beta = Experience.GENERAL_JOBS * (1 - general) + jobs - onThis;
        assertThat(new Experience(Map.of("wheel/splitHub", onThis)).share("wheel/splitHub", general, jobs))
                .isCloseTo(new BetaDistribution(alpha, beta).getNumericalMean(), within(1e-12));
    }

    /** Others' jobs count for less than one's own, and are all there is where one has none. */
    @Test
    void whatOtherShopsTellWeighsLess() {
        FaultModel own = new FaultModel(KNOWLEDGE, SMALL, new Experience(Map.of("wheel/splitHub", 3)), Clicks.NONE);
        FaultModel told =
                new FaultModel(KNOWLEDGE, SMALL, new Experience(Map.of(), Map.of("wheel/splitHub", 10)), Clicks.NONE);
        FaultModel both = new FaultModel(
                KNOWLEDGE,
                SMALL,
                new Experience(Map.of("wheel/splitHub", 3), Map.of("motor/brushes", 10)),
                Clicks.NONE);
        int fault = own.fault("wheel/splitHub");
        assertThat(told.odds()[fault])
                .as("ten jobs of others as three of one's own")
                .isCloseTo(own.odds()[fault], within(1e-12));
        assertThat(both.odds()[fault]).isLessThanOrEqualTo(own.odds()[fault]);
    }

    @Test
    void sevenOfNineJobsOnOneGearSaySo() {
        Diagnosis known = new Diagnosis(
                KNOWLEDGE,
                KNOWLEDGE.train("spurTrain"),
                new Experience(Map.of("outputGear/splitHub", 7, "motorPinion/splitPinion", 2)));
        Diagnosis.Ranked first = known.standing(Map.of(), Set.of()).faults().getFirst();
        assertThat(first.key()).isEqualTo("outputGear/splitHub");
        assertThat(first.probability()).isGreaterThan(0.45);
    }

    @Test
    void cannotAndNotTriedAndLeftOutSayTheSame() {
        Diagnosis diagnosis = of(SMALL);
        Map<String, Answer> more = new HashMap<>(Map.of("steadyClick", Answer.SEEN));
        List<Diagnosis.Ranked> plain = diagnosis.standing(more, Set.of()).faults();
        more.put("squeals", Answer.CANNOT);
        more.put("lowRumble", Answer.NOT_TRIED);
        assertThat(diagnosis.standing(more, Set.of()).faults())
                .extracting(Diagnosis.Ranked::probability)
                .isEqualTo(plain.stream().map(Diagnosis.Ranked::probability).toList());
    }

    @Test
    void whatCannotBeDoneIsNotProposedAgain() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("spurTrain"));
        Map<String, Answer> answers = new HashMap<>(Map.of("grindsUnderLoad", Answer.SEEN));
        List<String> proposed = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            Diagnosis.Next next = diagnosis.standing(answers, Set.of()).next().getFirst();
            assertThat(proposed).doesNotContain(next.key());
            proposed.add(next.key());
            next.settles().forEach(s -> answers.put(s.key(), Answer.CANNOT));
        }
    }

    @Test
    void aCheckBehindACoverCountsTakingItOff() {
        Diagnosis diagnosis = of(SMALL);
        Map<String, Answer> answers = new HashMap<>();
        diagnosis.tasks().stream()
                .filter(t -> !t.key().equals("rockShaft@shaft"))
                .flatMap(t -> t.signs().stream())
                .forEach(s -> answers.put(s.key(), Answer.CANNOT));
        Diagnosis.Next closed = diagnosis.standing(answers, Set.of()).next().getFirst();
        assertThat(closed.key()).isEqualTo("rockShaft@shaft");
        assertThat(closed.openFirst()).extracting(Opening::code).containsExactly("cover", "inner");
        assertThat(closed.minutes()).isEqualTo(1 + 3 + 5);
        assertThat(diagnosis
                        .standing(answers, Set.of("cover"))
                        .next()
                        .getFirst()
                        .minutes())
                .isEqualTo(1 + 5);
        assertThat(diagnosis
                        .standing(answers, Set.of("cover", "inner"))
                        .next()
                        .getFirst()
                        .minutes())
                .isEqualTo(1);
    }

    /** Two ends alike but for what has to come off: the side with fewer parts comes first, by the arithmetic alone. */
    @Test
    void theSideWithFewerPartsComesFirst() {
        Map<String, Answer> answers = new HashMap<>(Map.of("oneEndOnly", Answer.SEEN));
        Diagnosis diagnosis = of(KNOWLEDGE.train("twinEnds"));
        diagnosis.tasks().stream()
                .filter(t -> !t.key().contains("Gear"))
                .flatMap(t -> t.signs().stream())
                .forEach(s -> answers.putIfAbsent(s.key(), Answer.CANNOT));
        List<String> ends = diagnosis.standing(answers, Set.of()).next().stream()
                .map(Diagnosis.Next::key)
                .filter(k -> k.contains("leftGear") || k.contains("rightGear"))
                .toList();
        assertThat(ends).first().asString().contains("leftGear");
    }

    @Test
    void reasonsNameWhatRaisedAndWhatLoweredIt() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("wormDrive"));
        Diagnosis.Standing standing = diagnosis.standing(
                Map.of("outputTurnsByHand", Answer.SEEN, "crackToBore@wormWheel", Answer.NOT_SEEN), Set.of());
        Diagnosis.Ranked split = standing.faults().stream()
                .filter(r -> r.key().equals("wormWheel/splitHub"))
                .findFirst()
                .orElseThrow();
        assertThat(split.speaksFor())
                .extracting(Diagnosis.Reason::words)
                .anyMatch(w -> english(w).contains("worm should hold"));
        assertThat(split.speaksAgainst())
                .extracting(Diagnosis.Reason::words)
                .anyMatch(
                        w -> english(w).startsWith("not: a crack") && english(w).contains("through to the bore"));
    }

    /** A part that may have failed in two ways at once is not counted twice, and is at least as suspect as each way. */
    @Test
    void aPartIsSuspectWhenAnyOfItsFaultsIsThere() {
        Diagnosis.Standing standing =
                of(SMALL).standing(Map.of("steadyClick", Answer.SEEN, "jamsBothWays", Answer.SEEN), Set.of());
        assertThat(standing.parts())
                .extracting(Diagnosis.Suspect::component)
                .containsExactly("motor", "pinion", "wheel", "shaft", "other");
        for (Diagnosis.Suspect part : standing.parts()) {
            List<Double> ways = standing.faults().stream()
                    .filter(f -> f.component().equals(part.component()))
                    .map(Diagnosis.Ranked::probability)
                    .toList();
            double sum = ways.stream().mapToDouble(w -> w).sum();
            assertThat(part.probability())
                    .isGreaterThanOrEqualTo(Collections.max(ways) - 1e-12)
                    .isLessThanOrEqualTo(sum + 1e-12);
            if (part.component().equals("wheel")) {
                assertThat(part.probability()).as("two of its ways at once").isLessThan(sum - 1e-3);
            }
        }
    }

    /** The odds without an answer, times what the answer is said to have done, are the odds with it. */
    @Test
    void aReasonsFactorIsWhatTheAnswerDid() {
        Diagnosis diagnosis = of(SMALL);
        Map<String, Answer> without = Map.of("steadyClick", Answer.SEEN);
        Map<String, Answer> with = Map.of("steadyClick", Answer.SEEN, "jamsBothWays", Answer.SEEN);
        double before = probability(diagnosis, without, "pinion/splitPinion");
        double after = probability(diagnosis, with, "pinion/splitPinion");
        Diagnosis.Reason reason = diagnosis.standing(with, Set.of()).faults().getFirst().speaksFor().stream()
                .filter(r -> english(r.words()).contains("jams"))
                .findFirst()
                .orElseThrow();
        assertThat(reason.times()).isCloseTo(after / (1 - after) / (before / (1 - before)), within(1e-9));
    }

    private static double probability(Diagnosis diagnosis, Map<String, Answer> answers, String fault) {
        return diagnosis.standing(answers, Set.of()).faults().stream()
                .filter(r -> r.key().equals(fault))
                .findFirst()
                .orElseThrow()
                .probability();
    }

    @Test
    void aNeighbourAboutToBeReplacedWithoutEvidenceIsQuestioned() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("spurTrain"));
        Map<String, Answer> answers = Map.of(
                "grindsUnderLoad",
                Answer.SEEN,
                "plasticFlakes",
                Answer.SEEN,
                "flanksThin@outputGear",
                Answer.SEEN,
                "rocks@outputShaft",
                Answer.NOT_SEEN);
        Diagnosis.Question question = diagnosis
                .question(answers, Set.of("cover", "gearCase"), "outputShaft/wornBearing")
                .orElseThrow();
        assertThat(question.likelier()).isEqualTo("outputGear/wornFlanks");
        assertThat(english(question.words())).contains(", right beside it, is likelier");
        assertThat(question.lookFirst()).isPresent();
        assertThat(diagnosis.question(answers, Set.of(), "outputGear/wornFlanks"))
                .isEmpty();
    }

    /** A split gear found, and then a broken bracket, because the thing had once been dropped. */
    @Test
    void theSecondFaultIsStillLookedFor() {
        Diagnosis diagnosis = of(KNOWLEDGE.train("wormDrive"));
        Map<String, Answer> answers = Map.of(
                "motorRunsOutputStill", Answer.SEEN,
                "crackToBore@wormWheel", Answer.SEEN,
                "turnsOnShaft@wormWheel", Answer.SEEN,
                "lowRumble", Answer.SEEN,
                "wasDropped", Answer.SEEN);
        Diagnosis.StillPossible first =
                diagnosis.whatElse(answers, List.of("wormWheel/splitHub")).getFirst();
        assertThat(first.key()).isEqualTo("bracket/looseBracket");
        assertThat(first.lookBy()).isPresent();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "spurTrain",
                "wormDrive",
                "planetDrive",
                "traverse",
                "twinEnds",
                "bevelDrive",
                "tiltingPlate",
                "beltDrive",
                "clockTrain"
            })
    void everyGenericTrainCanBeDiagnosed(String train) {
        Diagnosis diagnosis = of(KNOWLEDGE.train(train));
        Diagnosis.Standing standing = diagnosis.standing(Map.of(), Set.of());
        assertThat(standing.faults()).hasSize(diagnosis.faults().size()).hasSizeGreaterThan(20);
        assertThat(standing.next()).isNotEmpty();
        assertThat(diagnosis.signs()).extracting(Sign::key).doesNotHaveDuplicates();
    }

    @Test
    void unknownSignsFaultsAndPartsAreRefusedInWords() {
        Diagnosis diagnosis = of(SMALL);
        assertThatThrownBy(() -> diagnosis.standing(Map.of("smellsOfLemon", Answer.SEEN), Set.of()))
                .hasMessageContaining("smellsOfLemon");
        assertThatThrownBy(() -> diagnosis.whatElse(Map.of(), List.of("motor/lazy")))
                .hasMessageContaining("motor/lazy");
        assertThatThrownBy(() -> new Machine(List.of(part("a", PartType.GEAR, "lid")), List.of()))
                .hasMessageContaining("lies behind \"lid\"");
    }
}
