package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.StringWriter;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class CsvWriterTests {
    @DataProvider
    public Object[][] cells() {
        return new Object[][] {
            {"-1+HYPERLINK(\"x\")", "'-1+HYPERLINK(\"x\")"},
            {"=1", "'=1"},
            {"  =1", "'  =1"},
            {"@sum", "'@sum"},
            {"\uFF1D1", "'\uFF1D1"},
            {"\uFF0B1", "'\uFF0B1"},
            {"\uFF0D1", "'\uFF0D1"},
            {"\uFF20x", "'\uFF20x"},
            {"+5", "+5"},
            {"-2.5", "-2.5"},
            {"plain = text", "plain = text"},
        };
    }

    @Test(dataProvider = "cells")
    public void formulaShouldBeKeptFromBeingOne(String cell, String safe) {
        assertThat(CsvWriter.safe(cell)).isEqualTo(safe);
    }

    @Test
    public void cellsShouldBeQuotedWhereTheyNeedIt() throws IOException {
        var text = new StringWriter();
        var csv = new CsvWriter(text);
        csv.row(List.of("a,b", "c\"d", "e"));
        csv.flush();
        assertThat(text).hasToString("\"a,b\",\"c\"\"d\",e\r\n");
    }
}
