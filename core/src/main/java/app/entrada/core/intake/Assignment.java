package app.entrada.core.intake;

import java.util.Arrays;

/** The assignment of rows to columns with the greatest sum (Kuhn 1955, Munkres 1957), in cubic time. */
final class Assignment {
    private Assignment() {}

    /**
     * Assigns each row to at most one column.
     *
     * @param gain {@code [row][column]}, 0–1
     * @param least a pair that gains less is worse than none
     * @return column by row, −1 for none
     */
    static int[] best(double[][] gain, double least) {
        int rows = gain.length;
        int columns = gain[0].length;
        // each row gets a column of its own that stands for "none", so that no pair is forced
        int n = rows;
        int m = columns + rows;
        double[] u = new double[n + 1];
        double[] v = new double[m + 1];
        int[] rowOf = new int[m + 1];
        int[] way = new int[m + 1];
        for (int i = 1; i <= n; i++) {
            rowOf[0] = i;
            int column = 0;
            double[] slack = new double[m + 1];
            boolean[] used = new boolean[m + 1];
            Arrays.fill(slack, Double.MAX_VALUE);
            do {
                used[column] = true;
                int row = rowOf[column];
                double delta = Double.MAX_VALUE;
                int next = 0;
                for (int j = 1; j <= m; j++) {
                    if (used[j]) continue;
                    double cost = cost(gain, least, row - 1, j - 1, columns) - u[row] - v[j];
                    if (cost < slack[j]) {
                        slack[j] = cost;
                        way[j] = column;
                    }
                    if (slack[j] < delta) {
                        delta = slack[j];
                        next = j;
                    }
                }
                for (int j = 0; j <= m; j++)
                    if (used[j]) {
                        u[rowOf[j]] += delta;
                        v[j] -= delta;
                    } else slack[j] -= delta;
                column = next;
            } while (rowOf[column] != 0);
            do {
                int before = way[column];
                rowOf[column] = rowOf[before];
                column = before;
            } while (column != 0);
        }
        int[] assigned = new int[rows];
        Arrays.fill(assigned, -1);
        for (int j = 1; j <= columns; j++)
            if (rowOf[j] > 0 && gain[rowOf[j] - 1][j - 1] >= least) assigned[rowOf[j] - 1] = j - 1;
        return assigned;
    }

    private static double cost(double[][] gain, double least, int row, int column, int columns) {
        if (column >= columns) return 0;
        double value = gain[row][column];
        return value < least ? 1 : -value;
    }
}
