package greenladder.people;

import jakarta.servlet.http.HttpServletRequest;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * Where somebody goes after signing in: the page that they asked for, carried in the address, and
 * only ever a page of this application.
 */
final class ReturnUrl {
    private static final int LONGEST = 500;
    private static final int LONGEST_NAME = 60;
    private static final String HOME = "/";

    private ReturnUrl() {}

    /** The address of signing in for somebody who asked for a page. */
    static String signIn(HttpServletRequest request) {
        var query = request.getQueryString();
        var asked =
                request.getRequestURI().substring(request.getContextPath().length())
                        + (query == null ? "" : "?" + query);
        boolean isPage = request.getMethod().equals("GET") && !asked.equals(HOME) && isOurs(asked);
        return isPage ? address(asked, null, "") : "/sign-in";
    }

    /** The address of signing in for somebody who failed to, and why. */
    static String signInAgain(HttpServletRequest request, String why) {
        var handle = request.getParameter("handle");
        boolean kept = handle != null && handle.length() <= LONGEST_NAME;
        return address(of(request), why, kept ? handle : "");
    }

    /** Where a form of signing in says that somebody wanted to go. */
    static String of(HttpServletRequest request) {
        var to = request.getParameter("to");
        return to != null && isOurs(to) ? to : HOME;
    }

    private static String address(String to, @Nullable String why, String handle) {
        var address = UriComponentsBuilder.fromPath("/sign-in");
        if (why != null) {
            address.queryParam(why);
        }
        if (!to.equals(HOME)) {
            address.queryParam("to", "{to}");
        }
        if (!handle.isEmpty()) {
            address.queryParam("as", "{as}");
        }
        return address.encode()
                .buildAndExpand(java.util.Map.of("to", to, "as", handle))
                .toUriString();
    }

    private static boolean isOurs(String to) {
        return to.length() <= LONGEST
                && to.startsWith("/")
                && !to.startsWith("//")
                && to.chars().allMatch(one -> one > ' ' && one < 127 && one != '\\');
    }
}
