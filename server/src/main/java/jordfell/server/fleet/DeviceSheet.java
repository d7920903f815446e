package jordfell.server.fleet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.FirmwareFitness;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.device.Device;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Certainty;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.MatchSheet;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.milestone.ClockSkew;
import jordfell.core.milestone.Whereabouts;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.LineStatus;
import jordfell.core.path.Standing;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;
import jordfell.core.planning.Networks;
import jordfell.server.history.FindingStore;
import jordfell.server.history.HistoryStore;
import jordfell.server.security.Role;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;

/** One device with everything its sheet shows. */
record DeviceSheet(
        long id,
        String mac,
        String label,
        String note,
        String model,
        String modelId,
        DeviceKind kind,
        int modelLines,
        Standing standing,
        String serial,
        @Nullable Instant claimExpires,
        @Nullable Long batchId,
        long siteId,
        String site,
        long domainId,
        String domain,
        @Nullable Long templateId,
        String template,
        String firmware,
        String firmwareTrouble,
        Instant enrolledAt,
        String enrolledBy,
        long version,
        boolean pending,
        boolean releasable,
        boolean byHand,
        String revision,
        String releasedRevision,
        Condition condition,
        Stop at,
        String rail,
        List<StopView> stops,
        List<FindingView> findings,
        List<FindingStore.Past> past,
        List<LineView> lines,
        List<ByHandLine> byHandLines,
        List<LampView> lamps,
        List<BookView> books,
        WhereView where,
        List<MatchSheet> match,
        List<SeenView> seen,
        HistoryStore.@Nullable LetGo letGo) {

    record StopView(
            Stop stop,
            StopState state,
            @Nullable Instant since,
            @Nullable Instant dueBy,
            String evidence) {
        /** A held stop is held since its finding began, which may be before the evidence does. */
        static StopView of(StopReport report, List<Finding> findings) {
            Optional<Instant> since = findings.stream()
                    .filter(f -> f.cause().stop() == report.stop() && report.state() == StopState.HELD)
                    .map(Finding::since)
                    .findFirst()
                    .or(report::since);
            return new StopView(
                    report.stop(),
                    report.state(),
                    since.orElse(null),
                    report.dueBy().orElse(null),
                    report.evidence());
        }
    }

    /** @param isDoneHere whether it can be asked for; what can’t opens a form, or is told to people */
    record RemedyView(Remedy.Action action, String label, int line, String target, String will, boolean isDoneHere) {}

    record FindingView(
            String cause,
            String title,
            boolean leavesDialTone,
            Certainty certainty,
            String settledBy,
            int line,
            String sentence,
            String detail,
            Instant since,
            int tries,
            List<String> evidence,
            List<RemedyView> remedies) {
        static FindingView of(Finding f) {
            Cause cause = f.cause();
            return new FindingView(
                    cause.slug(),
                    cause.title(),
                    cause.leavesDialTone(),
                    f.certainty(),
                    f.settledBy(),
                    f.line(),
                    f.sentence(),
                    f.detail(),
                    f.since(),
                    f.tries(),
                    f.evidence(),
                    f.remedies().stream()
                            .map(r -> new RemedyView(
                                    r.action(), r.label(), r.line(), r.target(), r.will(), r.isDoneHere()))
                            .toList());
        }
    }

    /** A line and how it stands: {@code registered}, {@code refused}, {@code not registered} or {@code unbound}. */
    record LineView(
            int position,
            String number,
            String displayName,
            String state,
            @Nullable Instant until,
            String contact,
            String node) {}

    /**
     * A number that it registers, and that is not on record for it: somebody typed it.
     *
     * @param leftAlone somebody said that it is to stay so
     */
    record ByHandLine(String number, String contact, String node, Instant until, boolean leftAlone) {}

    /**
     * Where it was heard from, and what it says it is.
     *
     * @param macMaker whose block its MAC lies in; empty if nobody's on record
     * @param clock how far its clock is off; empty if it is right, or does not say
     * @param clockSeenAt when that was seen
     */
    record WhereView(
            List<PlaceView> registered,
            @Nullable PlaceView fetched,
            String says,
            String macMaker,
            String clock,
            @Nullable Instant clockSeenAt) {}

    /** @param page the phone's own page; empty if the address is not one of its site's networks */
    record PlaceView(String address, String page) {}

    static DeviceSheet of(DeviceCase.Opened opened, FirmwareRules rules, SignedIn who) {
        DeviceFacts facts = opened.device().facts();
        DevicePath path = opened.device().path();
        Device device = opened.records().device();
        String installed = opened.device().reached().fetches().installed();
        return new DeviceSheet(
                facts.id(),
                facts.address(),
                facts.label(),
                device.note(),
                facts.model().fullName(),
                facts.model().id(),
                facts.model().kind(),
                facts.model().lines(),
                facts.standing(),
                device.serial(),
                device.claimExpires().orElse(null),
                device.batchId().orElse(null),
                device.siteId(),
                facts.site(),
                facts.domain().id(),
                facts.domain().name(),
                device.template().map(Device.TemplateRef::id).orElse(null),
                device.template().map(Device.TemplateRef::name).orElse(""),
                installed,
                FirmwareFitness.trouble(installed, rules.lowest(), FirmwareFitness.listed(rules.blocked()))
                        .orElse(""),
                facts.enrolledAt(),
                facts.enrolledBy(),
                device.version(),
                facts.pending(),
                facts.current().isPresent() && !facts.byHand(),
                facts.byHand(),
                facts.current().map(r -> r.brief()).orElse(""),
                facts.released().map(r -> r.revision().brief()).orElse(""),
                path.condition(),
                path.at(),
                path.rail(),
                path.stops().stream()
                        .map(stop -> StopView.of(stop, opened.findings()))
                        .toList(),
                opened.findings().stream().map(FindingView::of).toList(),
                opened.past(),
                lines(opened),
                byHandLines(opened),
                LampView.of(opened.device()),
                BookView.of(opened.device()),
                where(opened),
                MatchSheet.of(
                        opened.device(), Networks.of(opened.records().site().subnets())),
                newestFirst(SeenView.of(opened.episodes(), facts).stream()
                        .map(seen -> who.role() == Role.VIEWER ? seen.withoutProofs() : seen)
                        .toList()),
                opened.letGo().orElse(null));
    }

    private static List<LineView> lines(DeviceCase.Opened opened) {
        List<LineView> views = new ArrayList<>();
        for (DeviceFacts.LineFacts line : opened.device().facts().lines()) {
            LineStatus status = opened.device().path().lines().stream()
                    .filter(s -> s.position() == line.position())
                    .findFirst()
                    .orElse(null);
            boolean live = status != null && status.bindingLive(opened.device().now());
            String state = status == null
                    ? "unbound"
                    : status.refusal().isPresent() ? "refused" : live ? "registered" : "not registered";
            views.add(new LineView(
                    line.position(),
                    line.extension().map(e -> e.number()).orElse(""),
                    line.extension().map(e -> e.displayName()).orElse(""),
                    state,
                    live ? status.binding().get().expiresAt() : null,
                    live ? status.binding().get().contact() : "",
                    live ? status.binding().get().node() : ""));
        }
        return views;
    }

    private static WhereView where(DeviceCase.Opened opened) {
        Whereabouts where = Whereabouts.of(opened.device().reached());
        List<String> networks = Networks.of(opened.records().site().subnets());
        return new WhereView(
                where.registered().stream().map(peer -> place(peer, networks)).toList(),
                where.fetched().isEmpty() ? null : place(where.fetched(), networks),
                where.says(),
                opened.macMaker(),
                where.clock().map(ClockSkew::words).orElse(""),
                where.clock().map(ClockSkew::at).orElse(null));
    }

    private static PlaceView place(String address, List<String> networks) {
        return new PlaceView(address, Whereabouts.page(address, networks).orElse(""));
    }

    private static List<ByHandLine> byHandLines(DeviceCase.Opened opened) {
        List<String> onRecord =
                opened.device().path().lines().stream().map(LineStatus::number).toList();
        return opened.device().reached().lines().values().stream()
                .filter(line -> !onRecord.contains(line.number()))
                .flatMap(line -> line.binding().stream())
                .filter(b -> b.change().live()
                        && b.expiresAt().isAfter(opened.device().now()))
                .map(b -> new ByHandLine(
                        b.number(),
                        b.contact(),
                        b.node(),
                        b.expiresAt(),
                        opened.leftAlone().contains(b.number())))
                .toList();
    }

    private static List<SeenView> newestFirst(List<SeenView> seen) {
        List<SeenView> reversed = new ArrayList<>(seen);
        Collections.reverse(reversed);
        return reversed;
    }
}
