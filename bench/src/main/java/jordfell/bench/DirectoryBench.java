package jordfell.bench;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.DiallableNumber;
import jordfell.core.phonebook.PhonebookBody;
import jordfell.core.phonebook.RosterRule;
import jordfell.core.phonebook.WrittenBook;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.render.Letters;
import jordfell.core.render.ShippedFamilies;

/** Phonebooks of 10,000 names: made of the roster and written, asked for by many, and changed by one person. */
final class DirectoryBench {

    private static final int NAMES = 10_000;
    private static final int CHANGES = 40;
    private static final int WARMING = 30;
    private static final int QUIET_MILLIS = 300;
    private static final Pattern EDITION = Pattern.compile("\"edition\":\"([0-9a-f]{8})\"");

    private final Family family = ShippedFamilies.find("korrin").orElseThrow();

    private static List<RosterRule.Entry> roster() {
        return IntStream.range(0, NAMES)
                .mapToObj(i -> new RosterRule.Entry(
                        "Given" + i % 97 + " Family" + (i * 7919) % NAMES,
                        i + 1,
                        "Department " + i % 20,
                        Integer.toString(10_000 + i),
                        List.of(),
                        ""))
                .toList();
    }

    /** Seconds to make one out of the roster and to write it. */
    double written() {
        List<RosterRule.Entry> roster = roster();
        PhonebookBody body = PhonebookBody.of(family.phonebook(), family.escaping());
        long start = System.nanoTime();
        List<Contact> contacts =
                new RosterRule(java.util.Set.of(), java.util.Set.of()).contacts(roster, ContactName.Order.FAMILY);
        String text = body.render(WrittenBook.of(
                "Quay",
                contacts,
                ContactName.Order.FAMILY,
                number -> new DiallableNumber(number, number.number(), ""),
                "v.example",
                Letters.ALL));
        return seconds(start, text);
    }

    /** Seconds to run the bare body on values that lie ready. */
    double bare() {
        Template body =
                Mustache.compiler().withEscaper(Escaping.KEY_VALUE::escape).compile(family.phonebook());
        List<Map<String, Object>> contacts = IntStream.range(0, NAMES)
                .mapToObj(i -> Map.<String, Object>of(
                        "position", i + 1,
                        "shown", "Family" + i + " Given",
                        "department", "Department " + i % 20,
                        "more", true,
                        "numbers", List.of(Map.of("position", 1, "dialled", 10_000 + i, "kind", "extension"))))
                .toList();
        Map<String, Object> ready = Map.of("title", "Quay", "count", NAMES, "contacts", contacts);
        long start = System.nanoTime();
        return seconds(start, body.execute(ready));
    }

    private static double seconds(long start, String text) {
        double seconds = (System.nanoTime() - start) / 1e9;
        if (text.length() < NAMES * 50) {
            throw new IllegalStateException("nothing was written");
        }
        return seconds;
    }

    /** Publishes the phonebook that all phones of the domain are given, and gives its number. */
    static long published(BenchServer server) {
        Matcher quay = Pattern.compile("\"id\":([0-9]+),\"name\":\"Quay\"").matcher(server.get("/api/phonebooks"));
        if (!quay.find()) {
            throw new IllegalStateException("there is no Quay");
        }
        String path = "/api/phonebooks/" + quay.group(1);
        Matcher edition = EDITION.matcher(server.get(path + "/changes"));
        if (!edition.find()) {
            throw new IllegalStateException("nothing to publish");
        }
        server.text("POST", path + "/publish", "{\"edition\":\"" + edition.group(1) + "\"}");
        return Long.parseLong(quay.group(1));
    }

    /** Milliseconds from a change of a person until the phonebook shows it, at the 95th percentile. */
    static double shown(BenchServer server, long phonebook, long domainId) {
        Matcher person = Pattern.compile("\"id\":([0-9]+)[^{}]*?\"name\":\"(Person [^\"]+)\"")
                .matcher(server.get("/api/people?domainId=" + domainId + "&q=Person"));
        if (!person.find()) {
            throw new IllegalStateException("there are no people");
        }
        String path = "/api/people/" + person.group(1);
        double[] times = new double[CHANGES];
        for (int i = -WARMING; i < CHANGES; i++) {
            String name = "Quick Change" + (i + 100);
            Matcher version = Pattern.compile("\"version\":([0-9]+)").matcher(server.get(path));
            String now = version.find() ? version.group(1) : "1";
            long start = System.nanoTime();
            server.text(
                    "PUT", path, "{\"domainId\":" + domainId + ",\"name\":\"" + name + "\",\"version\":" + now + "}");
            String page = server.get("/api/phonebooks/" + phonebook + "/contacts?q="
                    + URLEncoder.encode("Change" + (i + 100), StandardCharsets.UTF_8));
            if (!page.contains("Change" + (i + 100))) {
                throw new IllegalStateException("not shown: " + page.substring(0, Math.min(300, page.length())));
            }
            if (i >= 0) {
                times[i] = (System.nanoTime() - start) / 1e6;
            }
        }
        Arrays.sort(times);
        return times[CHANGES * 95 / 100];
    }

    /** Megabytes in use while all of these are asked for at once and nobody reads on, beyond what was in use before. */
    static double megabytes(BenchServer server, List<LoadClient.Asked> asked) {
        long before = used();
        URI to = URI.create(server.address());
        List<Socket> open = new ArrayList<>();
        try {
            for (LoadClient.Asked one : asked) {
                Socket socket = new Socket();
                socket.setReceiveBufferSize(4_096);
                socket.connect(new InetSocketAddress(to.getHost(), to.getPort()));
                socket.getOutputStream()
                        .write(("GET " + one.path()
                                        + " HTTP/1.1\r\nHost: x\r\nUser-Agent: Korrin K24/2.4.1\r\nAuthorization: Basic "
                                        + one.credentials() + "\r\n\r\n")
                                .getBytes(StandardCharsets.US_ASCII));
                open.add(socket);
            }
            Thread.sleep(QUIET_MILLIS * 5L);
            double megabytes = (used() - before) / 1e6;
            if (!new String(open.get(0).getInputStream().readNBytes(12), StandardCharsets.US_ASCII).endsWith("200")) {
                throw new IllegalStateException("it was not given");
            }
            return megabytes;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        } finally {
            open.forEach(DirectoryBench::close);
        }
    }

    /** What was not read is not waited for. */
    private static void close(Socket socket) {
        try {
            socket.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static long used() {
        System.gc();
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        return runtime.totalMemory() - runtime.freeMemory();
    }
}
