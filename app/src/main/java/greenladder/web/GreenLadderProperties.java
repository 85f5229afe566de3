package greenladder.web;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import java.time.ZoneId;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

/**
 * What can be set from outside; checked at start.
 *
 * @param data the database file, without its ending
 * @param files the directory of attached files; empty for one that goes when the application ends
 * @param search the directory of the full-text index; empty for one that goes when the application
 *     ends
 * @param cardsAtOnce how many cards of a column are drawn before the rest is fetched as it comes
 *     near
 * @param address where people reach the application, such as https://ladder.example.org; empty for
 *     the address of the request
 * @param firstCode the code of the first start; empty for one made at each start
 * @param trustedProxies addresses of proxies that may say who the client is, with commas between
 * @param leastSpace megabytes that stay free on the disk: writes are refused below
 * @param quota megabytes that attached files may take together
 * @param zone the time zone of the workspace, in which days begin and end, such as Europe/Oslo
 * @param threadItems how many items a thread draws under the one it is about
 * @param connectionsOfOneAddress how many connections one address may have open, where there are no
 *     proxies
 * @param secondsForHeaders how long the headers of a request may take to arrive
 */
@Validated
@ConfigurationProperties("greenladder")
public record GreenLadderProperties(
        @NotBlank String data,
        String files,
        String search,
        String address,
        String firstCode,
        String trustedProxies,
        @Min(0) int leastSpace,
        @Min(1) int quota,
        @Min(20) @Max(1000) int cardsAtOnce,
        ZoneId zone,
        @Min(10) @Max(2000) int threadItems,
        @Min(10) int connectionsOfOneAddress,
        @Min(1) int secondsForHeaders) {}
