package jordfell.lab.phone;

import java.util.List;
import java.util.Map;
import jordfell.core.media.Codec;

/**
 * What a phone took from its file.
 *
 * @param askEvery seconds between two looks for changes
 * @param tryAgain seconds to wait after a refused registration
 * @param values everything that the file says, by the dialect's own words
 * @param talk how it speaks in a call
 * @param books its phonebooks
 */
public record PhoneConfig(
        String name,
        List<Station> stations,
        int askEvery,
        int tryAgain,
        List<Key> keys,
        Upkeep upkeep,
        Dials dials,
        Map<String, String> values,
        Talk talk,
        Books books) {

    public PhoneConfig {
        stations = List.copyOf(stations);
        keys = List.copyOf(keys);
        values = Map.copyOf(values);
    }

    /** One that speaks what phones usually do. */
    PhoneConfig(
            String name,
            List<Station> stations,
            int askEvery,
            int tryAgain,
            List<Key> keys,
            Upkeep upkeep,
            Dials dials,
            Map<String, String> values) {
        this(name, stations, askEvery, tryAgain, keys, upkeep, dials, values, Talk.USUAL, Books.NONE);
    }

    /** The same, speaking what a list names, best first; nothing of it that this Lab knows is nothing at all. */
    PhoneConfig speaking(String list) {
        return talking(new Talk(Codec.list(list), talk.tones()));
    }

    /** The same, sending pressed keys in this way, as files name it, by this payload type. */
    PhoneConfig pressing(String way, int payload) {
        return talking(new Talk(talk.voices(), new Tones(Tones.Way.of(way), payload)));
    }

    /** The same, taking phonebooks. */
    PhoneConfig reading(Books taken) {
        return new PhoneConfig(name, stations, askEvery, tryAgain, keys, upkeep, dials, values, talk, taken);
    }

    private PhoneConfig talking(Talk other) {
        return new PhoneConfig(name, stations, askEvery, tryAgain, keys, upkeep, dials, values, other, books);
    }

    /** One that sends whatever is dialled. */
    PhoneConfig(
            String name,
            List<Station> stations,
            int askEvery,
            int tryAgain,
            List<Key> keys,
            Upkeep upkeep,
            Map<String, String> values) {
        this(name, stations, askEvery, tryAgain, keys, upkeep, Dials.WHATEVER, values);
    }

    /**
     * How it speaks in a call.
     *
     * @param voices the codecs that it offers and takes, best first
     */
    public record Talk(List<Codec> voices, Tones tones) {

        /** Where the file says nothing of it. */
        static final Talk USUAL =
                new Talk(List.of(Codec.G722, Codec.PCMA, Codec.PCMU), new Tones(Tones.Way.EVENT, Tones.USUAL_PAYLOAD));

        public Talk {
            voices = List.copyOf(voices);
        }
    }

    /**
     * Its phonebooks.
     *
     * @param files one for each slot; empty for a slot that has none
     * @param every seconds between two requests for each
     * @param looksUp whether callers are looked up in them
     */
    public record Books(List<String> files, int every, boolean looksUp) {
        static final Books NONE = new Books(List.of(), 86_400, false);

        public Books {
            files = List.copyOf(files);
        }
    }

    /**
     * How keys travel that are pressed in a call.
     *
     * @param payload the RTP payload type of {@link Way#EVENT}
     */
    public record Tones(Way way, int payload) {

        static final int USUAL_PAYLOAD = 101;

        /** RFC 4733, RFC 6086, or in the speech itself. */
        public enum Way {
            EVENT,
            INFO,
            IN_BAND;

            /** As files name it. */
            static Way of(String word) {
                return switch (word) {
                    case "info" -> INFO;
                    case "inband" -> IN_BAND;
                    default -> EVENT;
                };
            }
        }

        /** The payload type that is offered; 0 for none. */
        int offered() {
            return way == Way.EVENT ? payload : 0;
        }
    }

    /**
     * What it makes of keys that are pressed.
     *
     * @param map its digit map; empty for none
     * @param emergency numbers that it sends at once, with commas between them
     * @param pickUp what the key of a lamp that blinks dials before the number; empty if it just calls
     */
    public record Dials(String map, int timerSeconds, String emergency, String pickUp) {
        static final Dials WHATEVER = new Dials("", 4, "", "");
    }

    /**
     * One line of the phone.
     *
     * @param messages what its message key dials; empty if it has no use for one
     */
    public record Station(
            int position,
            String number,
            String authUser,
            String password,
            String home,
            int lease,
            int ownPort,
            Manner manner,
            Sends sends,
            String messages) {

        Station(
                int position,
                String number,
                String authUser,
                String password,
                String home,
                int lease,
                int ownPort,
                Manner manner) {
            this(position, number, authUser, password, home, lease, ownPort, manner, Sends.NOWHERE, "");
        }

        /** The same with a password that somebody typed. */
        Station withPassword(String typed) {
            return new Station(position, number, authUser, typed, home, lease, ownPort, manner, sends, messages);
        }

        /** The same, sending calls on. */
        Station sending(Sends to) {
            return new Station(position, number, authUser, password, home, lease, ownPort, manner, to, messages);
        }

        /** The same, with what its message key dials. */
        Station hearing(String mailbox) {
            return new Station(position, number, authUser, password, home, lease, ownPort, manner, sends, mailbox);
        }

        @Override
        public String toString() {
            return "Station[" + position + ", " + number + "]";
        }
    }

    /**
     * How a line looks for its registrars and keeps its registration.
     *
     * @param byList whether the home and the backup are hosts of their own, rather than a name with SRV records
     * @param port the registrars' port when they are found by list; 0 for the usual one
     * @param refreshPercent of the granted time after which the line registers again
     */
    public record Manner(boolean byList, String backup, int port, int refreshPercent) {
        static final Manner USUAL = new Manner(false, "", 0, 80);
    }

    /**
     * Where a line sends its calls on by itself; empty for nowhere.
     *
     * @param afterSeconds how long it rings before {@code unanswered}
     */
    public record Sends(String always, String unanswered, int afterSeconds) {
        static final Sends NOWHERE = new Sends("", "", 0);
    }

    /** A programmable key. */
    public record Key(int position, String does, String target, String caption) {}

    /**
     * How the phone looks after itself.
     *
     * @param user with whom it fetches files; empty for what it was told when it was plugged in
     * @param firmware the version it should run; empty for whichever it has
     */
    public record Upkeep(String user, String password, String firmware) {
        static final Upkeep NONE = new Upkeep("", "", "");

        @Override
        public String toString() {
            return "Upkeep[" + firmware + "]";
        }
    }
}
