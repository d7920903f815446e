package jordfell.server.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.core.calls.Diversions;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.table.TableWriter;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.GroupStore;
import org.springframework.stereotype.Component;

/** Writes lists as tables that read back without a change. */
@Component
class Exports {

    /** An account as a registrar needs it; the password is empty unless it was asked for. */
    record Account(
            String number,
            String authUser,
            String realm,
            String password,
            String pin,
            int contacts,
            boolean outside,
            String displayName,
            String permissionClass) {

        @Override
        public String toString() {
            return "Account[" + number + "]";
        }
    }

    private final Jdbc jdbc;
    private final ExtensionStore extensions;
    private final GroupStore groups;
    private final DiversionStore diversions;

    Exports(Jdbc jdbc, ExtensionStore extensions, GroupStore groups, DiversionStore diversions) {
        this.jdbc = jdbc;
        this.extensions = extensions;
        this.groups = groups;
        this.diversions = diversions;
    }

    String devices(long domainId) {
        return TableWriter.write(
                List.of("MAC", "Serial", "Model", "Site", "Label", "Person", "Ext.", "2nd line", "Template", "Note"),
                jdbc.list("""
                        select d.mac, d.claim_code, d.serial, d.model_id, s.name site, d.label, d.note,
                               coalesce(t.name, '') template,
                               coalesce((select listagg(coalesce(e.number, ''), '+') within group (order by l.position)
                                         from line l left join extension e on e.id = l.extension_id
                                         where l.device_id = d.id), '') numbers,
                               coalesce((select p.name || case when (select count(*) from person o
                                           where o.lower_name = p.lower_name and o.domain_id = p.domain_id
                                             and o.left_at is null) > 1 then ' (' || e.number || ')' else '' end
                                         from line l join extension e on e.id = l.extension_id
                                         join person p on p.id = e.person_id
                                         where l.device_id = d.id and l.position = 1), '') person
                        from device d join site s on s.id = d.site_id left join template t on t.id = d.template_id
                        where s.domain_id = ? and d.standing <> 'RETIRED' order by s.name, d.label, d.id""", Exports::device, domainId));
    }

    String people(long domainId) {
        return TableWriter.write(
                Tables.PEOPLE,
                jdbc.list(
                        """
                        select p.*, coalesce(k.name, '') kit,
                               coalesce((select listagg(e.number, '+') within group (order by e.sort_number)
                                         from extension e where e.person_id = p.id), '') extensions
                        from person p left join kit k on k.id = p.kit_id
                        where p.domain_id = ? and p.left_at is null order by p.name, p.id""",
                        row -> List.of(
                                row.text("name"),
                                row.text("email"),
                                row.text("mobile"),
                                row.text("department"),
                                row.text("language"),
                                row.text("zone"),
                                row.text("kit"),
                                row.text("extensions")),
                        domainId));
    }

    String extensions(long domainId) {
        return TableWriter.write(
                Tables.EXTENSIONS,
                jdbc.list(
                        """
                        select e.*, coalesce(p.name, '') person from extension e left join person p on p.id = e.person_id
                        where e.domain_id = ? order by e.sort_number""",
                        row -> List.of(
                                row.text("number"),
                                row.text("display_name"),
                                row.text("person"),
                                row.text("auth_user"),
                                Integer.toString(row.integer("contact_limit")),
                                row.yes("outside") ? "yes" : "no",
                                row.text("permission_class"),
                                row.text("outgoing"),
                                row.text("pick_up_group")),
                        domainId));
    }

    String outsideNumbers(long domainId) {
        return TableWriter.write(
                Tables.NUMBERS,
                jdbc.list(
                        """
                        select n.*, coalesce(e.number, g.number, '') extension,
                               coalesce(ce.number, cg.number, '') closed_number from did n
                        left join extension e on e.id = n.extension_id
                        left join ring_group g on g.id = n.group_id
                        left join extension ce on ce.id = n.closed_extension_id
                        left join ring_group cg on cg.id = n.closed_group_id where n.domain_id = ? order by n.e164""",
                        row -> List.of(
                                row.text("e164"),
                                row.text("extension"),
                                row.text("announcement"),
                                row.text("prefix"),
                                row.text("note"),
                                row.text("hours"),
                                row.text("zone"),
                                row.text("closed_number"),
                                row.text("closed_announcement")),
                        domainId));
    }

    String groups(long domainId) {
        return TableWriter.write(
                Tables.GROUPS,
                groups.all(domainId).stream()
                        .map(kept -> GroupRows.row(kept.group()))
                        .toList());
    }

    /** Of the extensions that have any. */
    String diversions(long domainId) {
        Map<Long, Diversions> kept = diversions.all(domainId);
        return TableWriter.write(
                Tables.DIVERSIONS,
                jdbc
                        .list(
                                "select id, number from extension where domain_id = ? order by sort_number",
                                row -> Map.entry(row.number("id"), row.text("number")),
                                domainId)
                        .stream()
                        .filter(extension -> kept.containsKey(extension.getKey()))
                        .map(extension -> DiversionRows.row(extension.getValue(), kept.get(extension.getKey())))
                        .toList());
    }

    List<Account> accounts(long domainId, boolean withPasswords) {
        Map<String, String> passwords = withPasswords ? extensions.currentPasswords(domainId) : Map.of();
        Map<String, String> pins = withPasswords ? extensions.pins(domainId) : Map.of();
        return jdbc.list(
                "select e.*, d.realm from extension e join domain d on d.id = e.domain_id where e.domain_id = ? "
                        + "order by e.sort_number",
                row -> new Account(
                        row.text("number"),
                        row.text("auth_user"),
                        row.text("realm"),
                        passwords.getOrDefault(row.text("number"), ""),
                        pins.getOrDefault(row.text("number"), ""),
                        row.integer("contact_limit"),
                        row.yes("outside"),
                        row.text("display_name"),
                        row.text("permission_class")),
                domainId);
    }

    static String table(List<Account> accounts) {
        List<List<String>> rows = new ArrayList<>();
        accounts.forEach(a -> rows.add(List.of(
                a.number(),
                a.authUser(),
                a.realm(),
                a.password(),
                a.pin(),
                Integer.toString(a.contacts()),
                a.outside() ? "yes" : "no",
                a.displayName(),
                a.permissionClass())));
        return TableWriter.write(
                List.of(
                        "Number",
                        "Authentication user",
                        "Realm",
                        "Password",
                        "Voicemail PIN",
                        "Contacts",
                        "Outside",
                        "Shown as",
                        "Permission class"),
                rows);
    }

    /** Two-line phones have their lines in two columns; what has more has all of them in the first. */
    private static List<String> device(Row row) throws java.sql.SQLException {
        String[] numbers = row.text("numbers").split("\\+", -1);
        boolean two = numbers.length == 2;
        String claim = row.textIfAny("claim_code").orElse("");
        String address = row.textIfAny("mac")
                .map(m -> MacAddress.of(m).toString())
                .orElse(claim.isEmpty() ? "" : "claim " + new ClaimCode(claim));
        return List.of(
                address,
                row.text("serial"),
                row.text("model_id"),
                row.text("site"),
                row.text("label"),
                row.text("person"),
                two ? numbers[0] : row.text("numbers"),
                two ? numbers[1] : "",
                row.text("template"),
                row.text("note"));
    }
}
