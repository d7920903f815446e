package jordfell.lab.trial;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import jordfell.core.diagnosis.Cause;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.Mistyping;
import jordfell.lab.phone.PhoneState.TypedAccount;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.trial.TrialWorld.Given;
import jordfell.lab.trial.TrialWorld.Phone;

/** What somebody does at one phone, or to its record. */
public enum Deed implements Mishap {
    PASSWORD_MISTYPED {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            List<Mistyping> ways = List.of(Mistyping.values());
            Mistyping way = ways.get(random.nextInt(ways.size()));
            sim(world, phone).typePassword(1, way.apply(phone.given.password(), 8));
        }
    },
    PASSWORD_CHANGED_UNRELEASED {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            world.rotate(phone, "Another" + random.nextInt(1_000_000) + "Good");
            sim(world, phone).restart();
        }
    },
    USER_MISTYPED {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            Given given = phone.given;
            sim(world, phone)
                    .setAccount(
                            1, new TypedAccount(given.number(), given.number(), given.password(), given.registrar()));
        }
    },
    NUMBER_OF_NOBODY {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            world.forget(phone.number);
            sim(world, phone).restart();
        }
    },
    REGISTRAR_MISTYPED {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            int at = random.nextInt(TrialWorld.DOMAIN.indexOf('.') - 1);
            String slip = TrialWorld.DOMAIN.substring(0, at) + TrialWorld.DOMAIN.substring(at + 1);
            world.release(phone, phone.given.at(slip));
        }
    },
    REGISTRAR_WITH_SCHEME {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            sim(world, phone)
                    .setAccount(
                            1,
                            new TypedAccount(
                                    phone.given.number(),
                                    phone.given.authUser(),
                                    phone.given.password(),
                                    "sip:" + TrialWorld.DOMAIN));
        }
    },
    WAY_NOT_TAKEN {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            world.release(phone, phone.given.by("tcp"));
        }
    },
    LOGGED_OFF {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            sim(world, phone).logOff();
        }
    },
    POWER_OFF {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            sim(world, phone).power(false);
        }
    },
    CABLE_OUT {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            sim(world, phone).cable(false);
        }
    },
    CLOCK_SET_AHEAD {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            sim(world, phone).setClock(Duration.ofHours(2 + random.nextInt(1_000)));
        }
    },
    FILE_REFUSED {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            phone.answered = 403;
        }
    },
    FILE_MISSING {
        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            phone.answered = 404;
        }
    },
    /** Behind a router that all have in common, until a node hears nothing from it any more. */
    NEIGHBOURS_BANNED {
        @Override
        void begins(TrialWorld world) {
            world.lab
                    .faults()
                    .add(new Fault(21, FaultKind.NAT, TrialWorld.PIER, 3_600, world.timeline.now(), Optional.empty()));
        }

        @Override
        void isDone(TrialWorld world, Phone phone, RandomGenerator random) {
            world.lab
                    .faults()
                    .add(new Fault(
                            22, FaultKind.NODE_BANS, TrialWorld.NODE, 3, world.timeline.now(), Optional.empty()));
            sim(world, phone).typePassword(1, "gulls over the quay");
        }

        @Override
        void goesOn(TrialWorld world, Phone phone, int minutes) {
            if (minutes == BANNED_BY) {
                neighbours(world, phone).forEach(p -> sim(world, p).restart());
            }
        }

        @Override
        Optional<Truth> ofNeighbours() {
            return Optional.of(Truth.of(Cause.ADDRESS_BANNED));
        }

        @Override
        int minutes() {
            return BANNED_BY + 4;
        }
    };

    /** By then a phone that types the same wrong password again and again was refused often enough. */
    private static final int BANNED_BY = 4;

    private static final int USUAL_MINUTES = 55;

    /** What may be told of the other phones at its site; empty if they have nothing to do with it. */
    Optional<Truth> ofNeighbours() {
        return Optional.empty();
    }

    /** What is so from the beginning. */
    void begins(TrialWorld world) {}

    abstract void isDone(TrialWorld world, Phone phone, RandomGenerator random);

    /** What happens so many minutes after. */
    void goesOn(TrialWorld world, Phone phone, int minutes) {}

    /** How long it goes on until it is judged. */
    int minutes() {
        return USUAL_MINUTES;
    }

    private static SimPhone sim(TrialWorld world, Phone phone) {
        return world.lab.phone(phone.mac).orElseThrow();
    }

    private static List<Phone> neighbours(TrialWorld world, Phone phone) {
        return world.phones.values().stream()
                .filter(p -> p != phone && p.site.equals(phone.site))
                .toList();
    }
}
