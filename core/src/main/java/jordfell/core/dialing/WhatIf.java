package jordfell.core.dialing;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.dialing.DialDecision.Outcome;
import jordfell.core.dialing.DialDecision.Tried;
import jordfell.core.dialing.DigitMap.Standing;

/**
 * What comes of it when somebody dials a number: at the phone, at the registrar, and in one sentence.
 *
 * @param registrar empty where nothing reaches it
 * @param sentence what comes of it
 * @param next what would be right, where it is not; empty if nothing has to be
 */
public record WhatIf(
        PhoneDialling phone, Optional<DialDecision> registrar, Verdict verdict, String sentence, String next) {

    /** What comes of it in the end. */
    public enum Verdict {
        PHONE_REFUSES,
        PHONE_WAITS,
        REFUSED,
        NO_LIST,
        NOBODY_HAS_IT,
        INSIDE,
        OUTSIDE,
        SERVICE;

        public boolean passes() {
            return this == INSIDE || this == OUTSIDE || this == SERVICE;
        }
    }

    /** Who dials. */
    public interface Caller {

        String permission();

        /** What others see of it outside; empty for what the line says. */
        String outgoing();

        /** Whose an extension or a group of the domain is; empty if nobody has it. */
        Optional<String> holder(String number);

        /** The other extensions in its pick-up group. */
        Set<String> picksUp();
    }

    /** Somebody at this phone dials all of these keys and then waits. */
    public static WhatIf of(PhoneDialling.Rules rules, DialPlan plan, Caller caller, String keys) {
        PhoneDialling phone = PhoneDialling.of(rules, keys);
        if (phone.sent().isEmpty()) {
            return unsent(phone);
        }
        return sent(phone, plan, caller, phone.sent().get());
    }

    private static WhatIf sent(PhoneDialling phone, DialPlan plan, Caller caller, String sent) {
        DialDecision decision = plan.decide(caller.permission(), sent);
        Verdict verdict = verdict(decision, caller);
        return new WhatIf(
                phone,
                Optional.of(decision),
                verdict,
                early(phone) + said(verdict, decision, caller, sent) + late(phone, verdict),
                next(verdict, plan, caller, sent, decision));
    }

    /** The registrar is asked for a number, from whatever phone. */
    public static WhatIf atRegistrar(DialPlan plan, Caller caller, String number) {
        if (number.isEmpty()) {
            return unsent(new PhoneDialling(List.of(), Optional.empty(), Duration.ZERO, ""));
        }
        return sent(new PhoneDialling(List.of(), Optional.of(number), Duration.ZERO, ""), plan, caller, number);
    }

    private static WhatIf unsent(PhoneDialling phone) {
        List<PhoneDialling.Step> steps = phone.steps();
        PhoneDialling.Step last = steps.isEmpty()
                ? new PhoneDialling.Step("", Standing.COULD_MATCH, List.of())
                : steps.get(steps.size() - 1);
        if (last.standing() == Standing.NO_MATCH) {
            return new WhatIf(
                    phone,
                    Optional.empty(),
                    Verdict.PHONE_REFUSES,
                    "The phone refuses it: nothing in its digit map begins with " + last.keys() + ".",
                    "Give its digit map a pattern for such numbers, and release it.");
        }
        return new WhatIf(
                phone,
                Optional.empty(),
                Verdict.PHONE_WAITS,
                last.keys().isEmpty()
                        ? "Nothing is dialled yet."
                        : "The phone waits for more: after " + last.keys()
                                + " no pattern of its digit map is complete.",
                last.keys().isEmpty() ? "" : "Dial on, or let a pattern end there.");
    }

    private static Verdict verdict(DialDecision decision, Caller caller) {
        DialTarget target = decision.target().orElse(null);
        if (target == null) {
            return Verdict.NO_LIST;
        }
        if (target instanceof DialTarget.Refused) {
            return Verdict.REFUSED;
        }
        if (target instanceof DialTarget.Outside) {
            return Verdict.OUTSIDE;
        }
        if (target instanceof DialTarget.Service) {
            return pickUp(decision, caller).filter(said -> !said.mayTake()).isPresent()
                    ? Verdict.REFUSED
                    : Verdict.SERVICE;
        }
        return caller.holder(decision.number()).isPresent() ? Verdict.INSIDE : Verdict.NOBODY_HAS_IT;
    }

    private static String said(Verdict verdict, DialDecision decision, Caller caller, String sent) {
        String number = decision.number();
        Optional<String> picksUp = pickUp(decision, caller).map(PickUp.Said::sentence);
        if (picksUp.isPresent()) {
            return picksUp.get();
        }
        return switch (verdict) {
            case REFUSED ->
                "Refused by " + by(decision) + ": "
                        + ((DialTarget.Refused) decision.target().orElseThrow()).why() + ".";
            case NO_LIST ->
                caller.permission().isEmpty()
                        ? "Refused: without a permission only numbers of the domain may be dialled."
                        : "Refused: neither a list of permission " + caller.permission() + " nor the domain has " + sent
                                + ".";
            case NOBODY_HAS_IT -> "It goes nowhere: nobody has " + number + ".";
            case INSIDE -> "It calls " + number + ", " + caller.holder(number).orElse("") + ".";
            case OUTSIDE ->
                "It goes out as " + number
                        + (caller.outgoing().isEmpty() ? "." : "; others see " + caller.outgoing() + ".");
            case SERVICE ->
                "It calls the " + ((DialTarget.Service) decision.target().orElseThrow()).name() + ".";
            case PHONE_REFUSES, PHONE_WAITS -> "";
        };
    }

    /** What comes of it if a call is to be taken that rings elsewhere. */
    private static Optional<PickUp.Said> pickUp(DialDecision decision, Caller caller) {
        return decision.target()
                .filter(target -> target.equals(new DialTarget.Service(PickUp.SERVICE)))
                .map(target -> PickUp.said(
                        decision.number(),
                        caller.picksUp(),
                        n -> caller.holder(n).isPresent()));
    }

    private static String next(Verdict verdict, DialPlan plan, Caller caller, String sent, DialDecision decision) {
        if (verdict == Verdict.NOBODY_HAS_IT) {
            return "Give " + decision.number() + " to somebody.";
        }
        if (verdict != Verdict.REFUSED && verdict != Verdict.NO_LIST) {
            return "";
        }
        if (pickUp(decision, caller).isPresent()) {
            return "Put both into the same pick-up group, at their extensions.";
        }
        List<String> others = plan.wouldPassWith(caller.permission(), sent);
        return others.isEmpty()
                ? "No permission of the domain lets it pass."
                : "With permission " + String.join(" or ", others) + " it would pass.";
    }

    /** What a phone does not hear any more is told first. */
    private static String early(PhoneDialling phone) {
        return phone.unheard().isEmpty()
                ? ""
                : "The phone sends " + phone.sent().orElse("") + " at once, and does not hear the " + phone.unheard()
                        + " after it. ";
    }

    private static String late(PhoneDialling phone, Verdict verdict) {
        Duration waits = phone.waits();
        return waits.isZero() || !verdict.passes()
                ? ""
                : " The phone sends it " + waits.toSeconds() + " s after the last digit.";
    }

    /** The list that decided. */
    private static String by(DialDecision decision) {
        return decision.tried().stream()
                .filter(t -> t.outcome() == Outcome.MATCHED)
                .map(Tried::path)
                .map(path -> path.get(path.size() - 1))
                .findFirst()
                .orElse("");
    }
}
