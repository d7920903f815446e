package jordfell.core.media;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A session description as far as it is about speech (RFC 8866): the first audio stream, and that there are others.
 *
 * @param address where it is to be sent
 * @param port 0 for a stream that is refused
 * @param codecs best first; those that nobody here knows are left out
 * @param payloads by which payload type each is sent
 * @param place which of the streams it is, from 0
 * @param others the other streams, by what their lines begin with: {@code video RTP/AVP 31}
 * @param tones by which payload type pressed keys are sent (RFC 4733); 0 if they are not
 */
public record SpeechDescription(
        String address,
        int port,
        List<Codec> codecs,
        Map<Codec, Integer> payloads,
        Direction direction,
        int place,
        List<String> others,
        int tones) {

    private static final int MOST_LINES = 400;

    public SpeechDescription {
        codecs = List.copyOf(codecs);
        payloads = Map.copyOf(payloads);
        others = List.copyOf(others);
    }

    /** One with speech alone. */
    public static SpeechDescription offer(String address, int port, List<Codec> codecs) {
        return offer(address, port, codecs, 0);
    }

    /**
     * One with speech, and with pressed keys beside it.
     *
     * @param tones by which payload type those are sent; 0 if they are not
     */
    public static SpeechDescription offer(String address, int port, List<Codec> codecs, int tones) {
        Map<Codec, Integer> payloads = new HashMap<>();
        codecs.forEach(c -> payloads.put(c, c.payload()));
        return new SpeechDescription(address, port, codecs, payloads, Direction.SENDRECV, 0, List.of(), tones);
    }

    /** Reads a body; empty where there is no stream of speech in it, or it is none. */
    public static Optional<SpeechDescription> read(String body) {
        List<String> lines = Arrays.stream(body.split("\\r?\\n", MOST_LINES)).toList();
        if (lines.isEmpty() || !lines.get(0).equals("v=0")) {
            return Optional.empty();
        }
        return new Reading().of(lines);
    }

    /**
     * The answer to an offer, by codecs that are had here; empty where both have none in common (§6, §6.1). Pressed keys are
     * taken as they are offered.
     */
    public static Optional<SpeechDescription> answer(
            SpeechDescription offer, String address, int port, List<Codec> own) {
        List<Codec> common = offer.codecs().stream().filter(own::contains).toList();
        if (common.isEmpty() || offer.port() == 0) {
            return Optional.empty();
        }
        Map<Codec, Integer> payloads = new HashMap<>();
        common.forEach(c -> payloads.put(c, offer.payloads().getOrDefault(c, c.payload())));
        return Optional.of(new SpeechDescription(
                address,
                port,
                common,
                payloads,
                offer.direction().answered(),
                offer.place(),
                offer.others(),
                offer.tones()));
    }

    /** What both speak once it is answered so: the first of an answer. */
    public Optional<Codec> agreed() {
        return port == 0 ? Optional.empty() : codecs.stream().findFirst();
    }

    /** As a body. Streams that are not speech are refused, each at its place (§6). */
    public String write(long session) {
        StringBuilder out = new StringBuilder("v=0\r\no=- ")
                .append(session)
                .append(" ")
                .append(session)
                .append(" IN IP4 ")
                .append(address)
                .append("\r\ns=-\r\nc=IN IP4 ")
                .append(address)
                .append("\r\nt=0 0\r\n");
        for (int i = 0; i <= others.size(); i++) {
            if (i == place) {
                speech(out);
            } else {
                String[] other = others.get(i < place ? i : i - 1).split(" ", 2);
                out.append("m=").append(other[0]).append(" 0 ").append(other[1]).append("\r\n");
            }
        }
        return out.toString();
    }

    private void speech(StringBuilder out) {
        out.append("m=audio ").append(port).append(" RTP/AVP");
        codecs.forEach(c -> out.append(" ").append(payloads.getOrDefault(c, c.payload())));
        out.append(tones > 0 ? " " + tones : "").append("\r\n");
        codecs.forEach(c -> out.append("a=rtpmap:")
                .append(payloads.getOrDefault(c, c.payload()))
                .append(" ")
                .append(c.encoding())
                .append("\r\n"));
        if (tones > 0) {
            out.append("a=rtpmap:").append(tones).append(" " + ToneEvent.ENCODING + "\r\n");
            out.append("a=fmtp:").append(tones).append(" 0-11\r\n");
        }
        out.append("a=").append(direction.word()).append("\r\n");
    }

    /** What was read so far; attributes belong to the stream that they stand under, and before the first to all. */
    private static final class Reading {

        private final List<String> others = new ArrayList<>();
        private final Map<Integer, String> maps = new HashMap<>();
        private List<Integer> formats = List.of();
        private String sessionAddress = "";
        private String address = "";
        private Direction direction = Direction.SENDRECV;
        private Direction sessionDirection = Direction.SENDRECV;
        private int port;
        private int streams;
        private int place = -1;

        Optional<SpeechDescription> of(List<String> lines) {
            for (String line : lines) {
                if (line.startsWith("m=") && !stream(line.substring(2).split(" "))) {
                    return Optional.empty();
                } else if (line.startsWith("c=IN IP4 ")) {
                    place(line.substring(9).split("/")[0].strip());
                } else if (line.startsWith("a=")) {
                    attribute(line.substring(2));
                }
            }
            if (place < 0) {
                return Optional.empty();
            }
            List<Codec> codecs = new ArrayList<>();
            Map<Codec, Integer> payloads = new HashMap<>();
            for (int format : formats) {
                Optional<Codec> codec = maps.containsKey(format)
                        ? Codec.ofEncoding(maps.getOrDefault(format, ""))
                        : Codec.ofPayload(format);
                codec.filter(c -> payloads.putIfAbsent(c, format) == null).ifPresent(codecs::add);
            }
            int tones = formats.stream()
                    .filter(f -> maps.getOrDefault(f, "").equalsIgnoreCase(ToneEvent.ENCODING))
                    .findFirst()
                    .orElse(0);
            return Optional.of(new SpeechDescription(
                    address.isEmpty() ? sessionAddress : address,
                    port,
                    codecs,
                    payloads,
                    direction,
                    place,
                    others,
                    tones));
        }

        private boolean isOfSpeech() {
            return place == streams - 1 && place >= 0;
        }

        private boolean stream(String[] words) {
            if (words.length < 4 || !words[1].matches("[0-9]{1,5}(/[0-9]{1,3})?")) {
                return false;
            }
            boolean isSpeech = words[0].equals("audio") && place < 0;
            if (isSpeech) {
                place = streams;
                port = Integer.parseInt(words[1].split("/")[0]);
                direction = sessionDirection;
                formats = Arrays.stream(words)
                        .skip(3)
                        .filter(f -> f.matches("[0-9]{1,3}"))
                        .map(Integer::valueOf)
                        .toList();
            } else {
                others.add(words[0] + " " + String.join(" ", Arrays.copyOfRange(words, 2, words.length)));
            }
            streams++;
            return true;
        }

        private void place(String host) {
            if (streams == 0) {
                sessionAddress = host;
            } else if (isOfSpeech()) {
                address = host;
            }
        }

        private void attribute(String attribute) {
            Optional<Direction> said = Direction.of(attribute);
            if (streams == 0) {
                said.ifPresent(d -> sessionDirection = d);
            } else if (isOfSpeech()) {
                said.ifPresent(d -> direction = d);
                if (attribute.matches("rtpmap:[0-9]{1,3} \\S+")) {
                    String[] map = attribute.substring(7).split(" ");
                    maps.put(Integer.valueOf(map[0]), map[1]);
                }
            }
        }
    }
}
