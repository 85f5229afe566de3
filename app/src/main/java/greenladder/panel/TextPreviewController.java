package greenladder.panel;

import greenladder.web.Markdown;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Text as it will be read, while it is being written. */
@Controller
class TextPreviewController {
    private final Markdown markdown;

    TextPreviewController(Markdown markdown) {
        this.markdown = markdown;
    }

    @PostMapping(value = "/text/preview", produces = "text/html;charset=UTF-8")
    @ResponseBody
    String preview(@RequestParam String text) {
        return markdown.toHtml(text);
    }
}
