# Effect of the BCG vaccine against tuberculosis in 13 trials (Colditz and others 1994, JAMA 271, 698-702; data set dat.bcg of the R packages metafor and
# metadat), log risk ratios, pooled by DerSimonian and Laird's method. Rscript tests/Reference/make-agreement.R, with r-cran-metafor
suppressMessages(library(metafor))
tables <- file.path(dirname(sub("--file=", "", grep("--file=", commandArgs(FALSE), value = TRUE))), "tables")
d <- escalc(measure = "RR", ai = tpos, bi = tneg, ci = cpos, di = cneg, data = dat.bcg)
rows <- NULL
for (n in 2:13) {
  r <- rma(yi, vi, data = d[1:n, ], method = "DL")
  rows <- rbind(rows, data.frame(n = n, yi = as.numeric(d$yi[n]), vi = d$vi[n], first = as.numeric(d$yi[1]), firstvi = d$vi[1], mean = as.numeric(r$beta), se = r$se))
}
write.csv(format(rows, digits = 12), file.path(tables, "agreement.csv"), row.names = FALSE, quote = FALSE)
