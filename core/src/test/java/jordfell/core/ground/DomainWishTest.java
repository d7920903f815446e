package jordfell.core.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import jordfell.core.ground.DomainWish.BlockWish;
import jordfell.core.ground.DomainWish.NodeWish;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class DomainWishTest {

    private static final NodeWish NORTH = new NodeWish(" north ", "north.tarnholm.example", "192.0.2.11", 5060, 10, 50);

    private static Wished good() {
        return new Wished();
    }

    /** A wish that can be kept, to be spoilt in one place. */
    private static final class Wished {
        private String name = "Tarnholm.example";
        private String realm = "tarnholm.example";
        private int[] expiry = {60, 3_600, 7_200};
        private int contacts = 2;
        private String transports = "udp, TLS";
        private int shortest = 12;
        private int score = 3;
        private int outside = 4;
        private int pin = 4;
        private String reserved = "2999 2998";
        private String emergency = "112,911";
        private List<NodeWish> nodes = List.of(NORTH);
        private List<BlockWish> blocks = List.of(new BlockWish(2400, 2499, "front"));

        private DomainWish wish() {
            return new DomainWish(
                    name,
                    realm,
                    expiry[0],
                    expiry[1],
                    expiry[2],
                    contacts,
                    transports,
                    shortest,
                    score,
                    outside,
                    pin,
                    reserved,
                    emergency,
                    nodes,
                    blocks);
        }
    }

    @Test
    void whatIsWrittenIsKeptAsItIsMeant() {
        Domain domain = ((Checked.Good<Domain>) good().wish().checked(7)).value();
        assertThat(domain.id()).isEqualTo(7);
        assertThat(domain.name()).isEqualTo("tarnholm.example");
        assertThat(domain.expiry()).isEqualTo(new Domain.Expiry(60, 3_600, 7_200));
        assertThat(domain.rules().transports()).containsExactly("udp", "tls");
        assertThat(domain.rules().reserved()).isEqualTo(Set.of("2999", "2998"));
        assertThat(domain.nodes().get(0).name()).isEqualTo("north");
        assertThat(domain.blocks()).containsExactly(new Block(2400, 2499, "front"));
    }

    private static Arguments spoilt(String at, String reason, UnaryOperator<Wished> spoil) {
        return Arguments.of(at, reason, spoil);
    }

    private static Stream<Arguments> wrong() {
        return Stream.of(
                spoilt("/name", "The name is missing.", w -> {
                    w.name = " ";
                    return w;
                }),
                spoilt("/name", "A host has no blanks; write one name alone", w -> {
                    w.name = "two words";
                    return w;
                }),
                spoilt("/realm", "The realm is missing.", w -> {
                    w.realm = "";
                    return w;
                }),
                spoilt("/expiryUsual", "Expiry must rise: 60, 30, 7200.", w -> {
                    w.expiry = new int[] {60, 30, 7_200};
                    return w;
                }),
                spoilt("/expiryUsual", "Expiry must rise: 0,", w -> {
                    w.expiry = new int[] {0, 30, 60};
                    return w;
                }),
                spoilt("/contactLimit", "The contact limit can’t be 11.", w -> {
                    w.contacts = 11;
                    return w;
                }),
                spoilt("/transports", "“carrier” is no way in which SIP travels.", w -> {
                    w.transports = "udp carrier";
                    return w;
                }),
                spoilt("/transports", "There is no transport.", w -> {
                    w.transports = " , ";
                    return w;
                }),
                spoilt("/passwordShortest", "The shortest password can’t be 11.", w -> {
                    w.shortest = 11;
                    return w;
                }),
                spoilt("/outsideScore", "at least as strong", w -> {
                    w.outside = 2;
                    return w;
                }),
                spoilt("/pinDigits", "can’t be 3", w -> {
                    w.pin = 3;
                    return w;
                }),
                spoilt("/reserved", "“29x9” is not 2 to 7 digits.", w -> {
                    w.reserved = "2999, 29x9";
                    return w;
                }),
                spoilt("/emergency", "“1” is not", w -> {
                    w.emergency = "1";
                    return w;
                }),
                spoilt("/nodes", "There is no registrar node.", w -> {
                    w.nodes = List.of();
                    return w;
                }),
                spoilt("/nodes/1", "a name of its own", w -> {
                    w.nodes = List.of(NORTH, NORTH);
                    return w;
                }),
                spoilt("/nodes/0", "“192.0.2.256:5060” is no address and port.", w -> {
                    w.nodes = List.of(new NodeWish("a", "a.example", "192.0.2.256", 5060, 1, 1));
                    return w;
                }),
                spoilt("/nodes/0", "is no address and port.", w -> {
                    w.nodes = List.of(new NodeWish("a", "a.example", "192.0.2.1", 65_536, 1, 1));
                    return w;
                }),
                spoilt("/nodes/0", "Priority and weight go from 0 to 65535.", w -> {
                    w.nodes = List.of(new NodeWish("a", "a.example", "192.0.2.1", 5060, -1, 1));
                    return w;
                }),
                spoilt("/blocks/0", "99–2400 is no block.", w -> {
                    w.blocks = List.of(new BlockWish(99, 2400, ""));
                    return w;
                }),
                spoilt("/blocks", "2450–2510 and 2400–2499 overlap.", w -> {
                    w.blocks = List.of(new BlockWish(2400, 2499, ""), new BlockWish(2450, 2510, ""));
                    return w;
                }));
    }

    @ParameterizedTest(name = "{0}: {1}")
    @MethodSource("wrong")
    void whatIsWrongIsToldAtItsPlaceWithWhatWouldBeRight(String at, String reason, UnaryOperator<Wished> spoil) {
        Checked<Domain> checked = spoil.apply(good()).wish().checked(7);
        assertThat(((Checked.Bad<Domain>) checked).problems()).singleElement().satisfies(problem -> {
            assertThat(problem.pointer()).isEqualTo(at);
            assertThat(problem.reason()).contains(reason);
            assertThat(problem.hint().isEmpty()).isEqualTo(reason.startsWith("A host"));
        });
    }

    @Test
    void everythingWrongIsToldAtOnce() {
        DomainWish empty = new DomainWish(null, null, 0, 0, 0, 0, null, 0, 0, 0, 0, null, null, List.of(), List.of());
        assertThat(((Checked.Bad<Domain>) empty.checked(0)).problems())
                .extracting(FieldProblem::pointer)
                .containsExactly(
                        "/name",
                        "/realm",
                        "/expiryUsual",
                        "/contactLimit",
                        "/transports",
                        "/passwordShortest",
                        "/pinDigits",
                        "/nodes");
    }
}
