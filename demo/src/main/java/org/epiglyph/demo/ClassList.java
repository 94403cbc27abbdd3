package org.epiglyph.demo;

import java.util.ArrayList;
import java.util.List;

/** The invented class: two sections, names from many traditions. */
final class ClassList {
    private ClassList() {}

    /** A student in the record office's list. */
    record Member(String sourcedId, String givenName, String familyName, String section) {
        String name() {
            return givenName.isBlank() ? familyName : givenName + " " + familyName;
        }
    }

    private static final String[][] NAMES = {{"Adaeze", "Lindqvist-Moreau"}, {"Bao", "Nguyễn"}, {"Carys", "Ap Rhodri"},
            {"Δανάη", "Παπαδάκη"},
            {"Emeka", "Okonjo"}, {"Freya", "Þorgilsdóttir"}, {"Gaspard", "d'Aubry"}, {"Halima", "Yusuf"},
            {"Ivo", "Krčmář"}, {"Joana", "Sequeira e Silva"},
            {"Kofi", "Asante-Boateng"}, {"Lena", "Fischer"}, {"Lena", "Fischer"}, {"", "Mahendra"},
            {"Nils Åke", "Bergström"},
            {"Oonagh", "Ní Cheallaigh"}, {"Paweł", "Źródłowski"}, {"Quirin", "Vögeli"},
            {"Rosalind Marguerite", "Featherstonehaugh-Castellanos de la Vega"},
            {"Светлана", "Ковальчук"}, {"Tāne", "Rewiti"}, {"Ümit", "Çağlayan"}, {"Vaishnavi", "Raghunathan"},
            {"Wai Lam", "Tse"}, {"Ximena", "Ibáñez"},
            {"Yael", "Ben-Shimol"}};

    static List<Member> members() {
        List<Member> members = new ArrayList<>();
        for (int i = 0; i < NAMES.length; i++) {
            members.add(new Member("K-" + (4401 + i * 7 % 97), NAMES[i][0], NAMES[i][1],
                    i % 2 == 0 ? "Section A" : "Section B"));
        }
        return members;
    }
}
