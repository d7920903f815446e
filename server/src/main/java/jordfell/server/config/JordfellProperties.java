package jordfell.server.config;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What can be set from outside.
 *
 * @param data the database file without its ending; the key that seals secrets lies beside it
 * @param demo fill an empty database with the demo scenario
 * @param past play the three hours before the demo begins; without them it has its places and people and no device
 * @param fetchesPerSecond how many configurations one source address may ask for in a second: all phones of a site come
 *     from one after a power cut
 * @param tftpPort the TFTP server's UDP port on 127.0.0.1; 0 for any free one
 * @param feedPort the TCP port on 127.0.0.1 by which programs feed evidence; 0 for any free one
 * @param smtpPort the port on 127.0.0.1 of the mail server that takes alarms; 0 for the stand-in that ships with Jordfell
 * @param syslogPort the UDP port on 127.0.0.1 to which phones send what they write down; 0 for any free one
 * @param sipPort the registrar's UDP port on 127.0.0.1; 0 for any free one
 * @param clearedDays for how many days a sheet that was cleared can be brought back
 * @param undoDays for how many days what was done can be taken back
 * @param evidenceDays for how many days evidence is kept; what showed a finding is kept longer, and what evidence came to for
 *     ever
 * @param evidenceMb how much room evidence may take, in MB; the oldest goes first
 * @param leastRoomMb with less free room than this on the database’s disk nothing is kept, in MB
 */
@ConfigurationProperties("jordfell")
public record JordfellProperties(
        @DefaultValue("data/jordfell") String data,
        @DefaultValue("false") boolean demo,
        @DefaultValue("true") boolean past,
        @DefaultValue("5060") int sipPort,
        @DefaultValue("6969") int tftpPort,
        @DefaultValue("0") int feedPort,
        @DefaultValue("0") int syslogPort,
        @DefaultValue("0") int smtpPort,
        @DefaultValue("400") int fetchesPerSecond,
        @DefaultValue("30") int clearedDays,
        @DefaultValue("90") int undoDays,
        @DefaultValue("14") int evidenceDays,
        @DefaultValue("20000") int evidenceMb,
        @DefaultValue("64") int leastRoomMb) {

    /** @throws CannotStartException for a time or a size that would lose what is to be kept, or keep it without end */
    public JordfellProperties {
        within("jordfell.evidence-days", evidenceDays, 1, 3_650, "days");
        within("jordfell.evidence-mb", evidenceMb, 10, 1_000_000, "MB");
        within("jordfell.cleared-days", clearedDays, 1, 3_650, "days");
        within("jordfell.undo-days", undoDays, 1, 3_650, "days");
    }

    private static void within(String setting, int value, int least, int most, String unit) {
        if (value < least || value > most) {
            throw new CannotStartException(
                    "The setting %s is %d: it takes %d to %d %s.".formatted(setting, value, least, most, unit));
        }
    }
}
