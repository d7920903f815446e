package jordfell.core.evidence;

import java.time.Instant;
import java.util.List;
import java.util.Objects;

/**
 * One timed fact, as it was seen. Which device it belongs to is decided where it is stored.
 *
 * <p>Texts are empty, not null, where nothing was seen.
 */
public sealed interface Observation
        permits SipSeen,
                Observation.ConfigRequested,
                Observation.FirmwareAsked,
                Observation.PhonebookAsked,
                Observation.NameLookedUp,
                Observation.Leased,
                Observation.Logged,
                Observation.TlsRefused,
                Observation.AddressBanned,
                Observation.BindingChanged,
                Observation.Pinged,
                Observation.TestCalled,
                Observation.NotKept {

    Instant at();

    /** The extension that it tells of; empty where it tells of the device as a whole. */
    default String aboutNumber() {
        return "";
    }

    /**
     * A configuration was asked for over HTTP.
     *
     * @param revision the revision that answered it; empty unless the status is 200 or 304
     * @param site at whose address it asked; empty where that was not kept
     */
    record ConfigRequested(
            Instant at, String file, int status, String revision, String userAgent, String source, String site)
            implements Observation {

        public ConfigRequested {
            site = Objects.requireNonNullElse(site, "");
        }

        public ConfigRequested(Instant at, String file, int status, String revision, String userAgent, String source) {
            this(at, file, status, revision, userAgent, source, "");
        }

        public boolean served() {
            return status == 200 || status == 304;
        }

        /** Whether it was turned away: a wrong name or password (401), or from outside of its site (403). */
        public boolean refused() {
            return status == 401 || status == 403;
        }
    }

    /**
     * It asked for firmware.
     *
     * @param installed the version that it says it has
     * @param offered the next version on its way; empty if none was given
     * @param why what kept it from being given any; empty if all is well
     */
    record FirmwareAsked(Instant at, String installed, String offered, String why, String source)
            implements Observation {}

    /**
     * It asked for a phonebook.
     *
     * @param slot which of its phonebooks, from 1
     * @param book what the phonebook is called here; empty if the slot has none
     * @param edition which edition answered it; empty unless the status is 200 or 304
     * @param revision the revision of the file that answered it, as {@code edition}
     * @param has the revision that it says it holds; empty if it said none
     * @param names how many names the file has
     * @param left how many more the phonebook has, for which its model has no room
     * @param firstLeft the first of those; empty for none
     * @param way {@code HTTP} or {@code TFTP}
     */
    record PhonebookAsked(
            Instant at,
            int slot,
            String book,
            int status,
            String edition,
            String revision,
            String has,
            int names,
            int left,
            String firstLeft,
            String way,
            String userAgent,
            String source)
            implements Observation {

        public boolean served() {
            return status == 200 || status == 304;
        }
    }

    /**
     * A device was given an address (RFC 2131).
     *
     * @param server who gave it
     * @param option the DHCP option that said where files are; 0 for none
     * @param files where, as that option says; empty if none does
     */
    record Leased(Instant at, String address, String server, int option, String files) implements Observation {}

    /**
     * A device wrote something down and sent it (RFC 5424).
     *
     * @param severity 0 to 7, the most urgent first
     * @param subject what it is about, as it says
     * @param source the address that it came from
     */
    record Logged(Instant at, int severity, String subject, String text, String source) implements Observation {}

    /**
     * A device broke the handshake off when a node showed its certificate (RFC 8446 §6.2).
     *
     * @param peer where it came from, {@code address:port}
     * @param alert why, as it told the node: {@code certificate_expired}
     * @param sharing how many devices are known by this address, of which it may be any; 1 where it is nobody else’s
     */
    record TlsRefused(Instant at, String node, String peer, String alert, int sharing) implements Observation {

        /** The same where so many are known by the address. */
        public TlsRefused sharedBy(int devices) {
            return new TlsRefused(at, node, peer, alert, devices);
        }
    }

    /**
     * A node hears nothing more from the address that a device comes from.
     *
     * @param number of the last registration that was refused from there; those before may be of others
     * @param times how many were
     */
    record AddressBanned(Instant at, String node, String address, String number, int times, Instant until)
            implements Observation {}

    /**
     * A name was looked up.
     *
     * @param answers what was found; empty for nothing
     * @param status what the name service said, as DNS names it (RFC 1035 §4.1.1, RFC 2929 §2.3); empty if it said nothing
     */
    record NameLookedUp(Instant at, String name, String type, List<String> answers, String status)
            implements Observation {

        private static final String FOUND = "NOERROR";
        private static final String NOT_FOUND = "NXDOMAIN";

        public NameLookedUp {
            answers = List.copyOf(answers);
            // What was kept before the status was, is told by what was found.
            status = Objects.requireNonNullElse(status, answers.isEmpty() ? NOT_FOUND : FOUND);
        }

        public NameLookedUp(Instant at, String name, String type, List<String> answers) {
            this(at, name, type, answers, answers.isEmpty() ? NOT_FOUND : FOUND);
        }

        /** Whether the name service said that there is no such name at all. */
        public boolean isNoName() {
            return status.equals(NOT_FOUND);
        }

        /** Whether the name service said what it knows, be that nothing. */
        public boolean isAnswered() {
            return status.equals(FOUND) || status.equals(NOT_FOUND);
        }
    }

    /**
     * A binding of an extension came, was refreshed or went (RFC 3261 §10.3).
     *
     * @param contact where it says it is
     * @param peer where its REGISTER came from, {@code address:port}
     */
    record BindingChanged(
            Instant at, String number, Change change, String contact, String node, String peer, Instant expiresAt)
            implements Observation {

        @Override
        public String aboutNumber() {
            return number;
        }

        /** What happened to it. */
        public enum Change {
            ADDED,
            REFRESHED,
            REMOVED,
            EXPIRED;

            public boolean live() {
                return this == ADDED || this == REFRESHED;
            }
        }
    }

    /** A node asked a contact whether it is there (RFC 3261 §11). */
    record Pinged(Instant at, String number, boolean answered) implements Observation {

        @Override
        public String aboutNumber() {
            return number;
        }
    }

    /**
     * A test call was made.
     *
     * @param outbound true when the device called
     * @param detail what the far end said, such as {@code 200 OK}
     */
    record TestCalled(Instant at, String number, boolean outbound, boolean worked, String detail)
            implements Observation {

        @Override
        public String aboutNumber() {
            return number;
        }
    }

    /**
     * More was seen of it than could be kept.
     *
     * @param times how many observations are missing
     * @param why what kept them from being kept
     */
    record NotKept(Instant at, int times, String why) implements Observation {}
}
