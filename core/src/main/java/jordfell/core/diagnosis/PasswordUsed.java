package jordfell.core.diagnosis;

/** Which password a phone used, as its answer to a challenge shows. */
public sealed interface PasswordUsed {

    /** A few words for a list and a key for grouping. */
    String brief();

    /** The right one. */
    record Right() implements PasswordUsed {
        @Override
        public String brief() {
            return "the right password";
        }
    }

    /** One that this extension had before; {@code back} is 1 for the one before the present. */
    record Earlier(int back) implements PasswordUsed {
        @Override
        public String brief() {
            return "an earlier password";
        }
    }

    /** Another extension's. */
    record Others(String number) implements PasswordUsed {
        @Override
        public String brief() {
            return number + "’s password";
        }
    }

    /** The right one, damaged on its way. */
    record Damaged(Damage damage) implements PasswordUsed {
        @Override
        public String brief() {
            return damage.brief();
        }
    }

    /** None at all. */
    record Empty() implements PasswordUsed {
        @Override
        public String brief() {
            return "an empty password";
        }
    }

    /** An earlier one or another extension’s, damaged on its way; {@code whose} says which, as {@code 2417’s}. */
    record DamagedOther(String whose, Damage damage) implements PasswordUsed {
        @Override
        public String brief() {
            return whose + " password, " + damage.brief();
        }
    }

    /** What is no password of SIP at all; {@code what} says it, as {@code its own number}. */
    record Mistaken(String what) implements PasswordUsed {
        @Override
        public String brief() {
            return what + " as password";
        }
    }

    /** None of so many that were tried. */
    record Unknown(int tried) implements PasswordUsed {
        @Override
        public String brief() {
            return "an unknown password";
        }
    }
    /** None of so many that are tried at once; more are tried when their turn comes. */
    record NotFoundYet(int tried) implements PasswordUsed {
        @Override
        public String brief() {
            return "a wrong password";
        }
    }
}
